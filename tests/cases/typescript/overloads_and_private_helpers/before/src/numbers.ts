export const round = Math.round;

export const one = 1;

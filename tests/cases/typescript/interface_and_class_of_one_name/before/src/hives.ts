export const hives = 1;

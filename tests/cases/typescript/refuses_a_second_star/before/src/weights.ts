export const weight = 1;

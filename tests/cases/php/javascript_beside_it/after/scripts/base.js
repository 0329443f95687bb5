export const base = 1;

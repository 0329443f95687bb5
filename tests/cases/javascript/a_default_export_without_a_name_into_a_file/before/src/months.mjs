export const FIRST = 3;

export const other = 1;

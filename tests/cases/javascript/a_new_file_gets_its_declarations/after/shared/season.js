export const season = 1;

export const more = 1;

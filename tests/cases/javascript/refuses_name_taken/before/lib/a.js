export const first = 1;

export const second = 2;

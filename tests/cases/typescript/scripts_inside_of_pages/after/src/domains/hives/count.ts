export const count = (hives: { alive: boolean }[]): number => hives.filter((h) => h.alive).length;

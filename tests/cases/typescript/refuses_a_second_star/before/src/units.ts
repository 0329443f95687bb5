export type Unit = 'm';

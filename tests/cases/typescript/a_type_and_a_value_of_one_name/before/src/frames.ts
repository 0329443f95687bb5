import type { Queen } from './queens';

export const Hive = 1;
export const queens: Queen[] = [];

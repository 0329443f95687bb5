import type { Hive } from './hives';

export const all: Hive[] = [];

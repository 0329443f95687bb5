import type { Hive } from './hives';
import { Hive as HiveOfHives } from './hives';

export const all: Hive[] = [];

export function open(hive: Hive): Hive {
  return hive ?? new HiveOfHives();
}

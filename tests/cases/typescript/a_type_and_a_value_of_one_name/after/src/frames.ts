import type { Queen } from './queens';
import { Hive as HiveOfHives } from './hives';

export const Hive = 1;
export const queens: Queen[] = [];

export function open(hive: HiveOfHives): HiveOfHives {
  return hive ?? new HiveOfHives();
}

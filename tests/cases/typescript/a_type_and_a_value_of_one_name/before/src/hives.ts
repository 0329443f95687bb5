import type { Queen } from './queens';

export class Hive {
  queen?: Queen;
}

export function open(hive: Hive): Hive {
  return hive ?? new Hive();
}

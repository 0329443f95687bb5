import type { Queen } from './queens';

export class Hive {
  queen?: Queen;
}

import { Hive } from '../models/hive.js';

/** Keeps hives. */
export interface HiveStore {
  readonly size: number;

  /** Returns the one of a number. */
  find(number: number): Hive;
  all(): Hive[];
  add(hive: Hive): void;
  remove(number: number): void;
  weigh(): string;
}

import { Harvest } from '../models/harvest.js';

/** Counts what there is. */
export class Tally {
  fits(one: unknown): boolean {
    return one instanceof Harvest;
  }
}

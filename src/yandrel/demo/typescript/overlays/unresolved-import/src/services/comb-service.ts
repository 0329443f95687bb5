import { Comb } from '../combs/comb.js';

/** What can be done with combs. */
export class CombService {
  fits(one: unknown): boolean {
    return one instanceof Comb;
  }
}

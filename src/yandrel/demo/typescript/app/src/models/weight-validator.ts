import { InvalidError } from '../shared/index.js';

/** A harvest weighs between one gram and sixty kilograms. */
export function checkWeight(weight: unknown): number {
  if (typeof weight !== 'number' || weight < 1 || weight > 60_000) {
    throw new InvalidError('a weight is 1 to 60000 grams');
  }
  return weight;
}

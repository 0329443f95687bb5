import { seasonOf } from '../../src/shared/season';

/** When a swarm left. */
export function swarmed(day: Date): string {
  return seasonOf(day);
}

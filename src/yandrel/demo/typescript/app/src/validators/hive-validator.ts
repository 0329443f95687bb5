import { InvalidError } from '../shared/index.js';

export const MOST_FRAMES = 24;

export function checkHive(data: { place?: unknown; frames?: unknown }): void {
  if (typeof data.place !== 'string' || data.place === '') {
    throw new InvalidError('a hive has a place');
  }
  if (typeof data.frames !== 'number' || data.frames > MOST_FRAMES) {
    throw new InvalidError(`a hive has at most ${MOST_FRAMES} frames`);
  }
}

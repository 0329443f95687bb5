import { framesOf } from '../shared/frames';

/** How many frames a hive has. */
export function sizeOf(boxes: number): number {
  return framesOf(boxes);
}

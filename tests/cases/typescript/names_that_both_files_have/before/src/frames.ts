import { Weight } from './scales';
import fs from './files';

const { isArray } = Array;

export function weigh(frames: Weight[]): number {
  return isArray(frames) ? fs(frames.length) : 0;
}

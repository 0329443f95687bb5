import { Weight } from './scales';
import fs from './files';
import { isArray as isArrayOfHives } from './hives';
import type { Weight as WeightOfWeights } from './weights';
import * as fsOfFs from 'fs';

const { isArray } = Array;

export function weigh(frames: Weight[]): number {
  return isArray(frames) ? fs(frames.length) : 0;
}

export function list(hives: WeightOfWeights | WeightOfWeights[]): WeightOfWeights[] {
  fsOfFs.readFileSync('hives');
  return isArrayOfHives(hives) ? hives : [hives];
}

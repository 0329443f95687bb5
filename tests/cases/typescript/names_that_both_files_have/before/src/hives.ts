import type { Weight } from './weights';
import * as fs from 'fs';

const { isArray } = Array;

export function list(hives: Weight | Weight[]): Weight[] {
  fs.readFileSync('hives');
  return isArray(hives) ? hives : [hives];
}

export const first = (hives: Weight[]) => (isArray(hives) ? hives[0] : undefined);

import type { Weight } from './weights';

export const { isArray } = Array;

export const first = (hives: Weight[]) => (isArray(hives) ? hives[0] : undefined);

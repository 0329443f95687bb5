import type { Weight } from './stream/types';

export const none: Weight = { grams: 0 };

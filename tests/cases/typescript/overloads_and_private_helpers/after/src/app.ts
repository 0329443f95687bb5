import { tare } from './scales';
import { weigh } from './weights';

export const all = [weigh(1), tare()];

import { tare, weigh } from './scales';

export const all = [weigh(1), tare()];

import { tare } from './scales';

export const empty = tare();

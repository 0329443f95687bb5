import { tare, label, unit } from './scales';
import { round } from './numbers';

export const empty = tare();

const GRAMS = 1000;

export function weigh(kilos: number): number;
export function weigh(text: string): number;
export function weigh(what: number | string): number {
  return round(Number(what) * GRAMS) + label(unit).length;
}

import { round } from './numbers';

const GRAMS = 1000;

export const unit = 'kg';

export function weigh(kilos: number): number;
export function weigh(text: string): number;
export function weigh(what: number | string): number {
  return round(Number(what) * GRAMS) + label(unit).length;
}

function label(text: string): string {
  return text;
}

export const tare = (): string => label('tare');

import { record } from "./record.js";

export interface Weight {
  grams: number;
}

const seen = new Set<string>();

export function weigh(hive: string): Weight {
  record(hive);
  return { grams: hive.length };
}

export function open(hive: string): void {
  seen.add(hive);
}

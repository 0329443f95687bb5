export interface Weight {
  grams: number;
}

const seen = new Set<string>();

export function open(hive: string): void {
  seen.add(hive);
}
export { weigh } from "../weighing/weigh.js";

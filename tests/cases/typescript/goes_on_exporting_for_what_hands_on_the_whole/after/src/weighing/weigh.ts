import { Weight } from "../hives/hives.js";
import { record } from "../hives/record.js";

export function weigh(hive: string): Weight {
  record(hive);
  return { grams: hive.length };
}

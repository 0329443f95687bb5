import { weigh } from '../lib/scale';

export function describe(hive) {
  return `${hive.name}: ${weigh(hive)} kg`;
}

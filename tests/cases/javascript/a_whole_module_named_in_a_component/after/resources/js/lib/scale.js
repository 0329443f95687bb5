import { weigh } from '../hives/naming';

export function label(hive) {
  return `${hive.name}: ${weigh(hive)} kg`;
}

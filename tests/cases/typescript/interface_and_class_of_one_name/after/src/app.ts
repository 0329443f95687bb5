import { other } from './hive';
import { Hive } from './hives';

export const hive: Hive = new Hive();
export { other };

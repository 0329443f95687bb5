import { Hive, other } from './hive';

export const hive: Hive = new Hive();
export { other };

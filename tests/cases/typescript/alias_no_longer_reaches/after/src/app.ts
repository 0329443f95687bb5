import { Hive } from '../other/hive';

export const hive = new Hive();

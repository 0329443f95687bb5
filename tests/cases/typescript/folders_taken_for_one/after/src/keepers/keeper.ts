import { Hive } from './hive';

export const keep = (hive: Hive): number => hive.row.frames;

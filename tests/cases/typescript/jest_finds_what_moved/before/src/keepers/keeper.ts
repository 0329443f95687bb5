import { Hive } from '../hives/hive';

export const keep = (hive: Hive): number => hive.row.frames;

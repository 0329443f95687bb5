import { Hive } from '../colonies/hive';

export const keep = (hive: Hive): number => hive.row.frames;

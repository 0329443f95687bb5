import { Hive } from './model/hive';

export const names = (hives: Hive[]) => hives.map((hive) => hive.name);

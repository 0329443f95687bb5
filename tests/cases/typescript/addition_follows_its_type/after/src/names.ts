import { Hive } from './shared/hive';

export const names = (hives: Hive[]) => hives.map((hive) => hive.name);

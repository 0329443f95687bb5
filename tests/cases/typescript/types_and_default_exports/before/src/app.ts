import Hive, { type Hives } from './hive';

export const hives: Hives = [new Hive({ hives: [] })];

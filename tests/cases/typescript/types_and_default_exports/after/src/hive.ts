import type Hive from './hives/hive';

export type Hives = Hive[];

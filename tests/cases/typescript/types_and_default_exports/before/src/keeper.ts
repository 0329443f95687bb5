import type Hive from './hive';

export interface Keeper {
  hives: Hive[];
}

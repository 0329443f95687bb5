import type Hive from './hives/hive';

export interface Keeper {
  hives: Hive[];
}

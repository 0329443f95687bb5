import { HiveRow } from '../hives/rows';

export class Hive {
  constructor(readonly row: HiveRow) {}
}

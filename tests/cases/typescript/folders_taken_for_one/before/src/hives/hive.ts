import { HiveRow } from './rows';

export class Hive {
  constructor(readonly row: HiveRow) {}
}

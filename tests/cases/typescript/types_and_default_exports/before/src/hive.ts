import type { Keeper } from './keeper';

export default class Hive {
  constructor(readonly keeper: Keeper) {}
}

export type Hives = Hive[];

import type { Hive } from '../models/hive.js';
import { Keeper } from '../models/keeper.js';
import { keepers } from '../repositories/keeper-repository.js';
import { listHives } from './hive-service.js';

export function listKeepers(): Keeper[] {
  return keepers.all();
}

export function addKeeper(name: string): Keeper {
  return keepers.add(new Keeper(name));
}

export function hivesOfKeeper(number: number): Hive[] {
  keepers.get(number);
  return listHives().filter((hive) => hive.keeper === number);
}

import { Hive } from '../models/hive.js';
import { hives } from '../repositories/hive-repository.js';
import { checkHive } from '../validators/hive-validator.js';

export function listHives(): Hive[] {
  return hives.all();
}

export function addHive(data: any): Hive {
  checkHive(data);
  return hives.add(new Hive(data.place, data.frames, data.keeper ?? null));
}

export function showHive(number: number): Hive {
  return hives.get(number);
}

export function giveUpHive(number: number): void {
  hives.remove(number);
}

import { Harvest } from '../models/harvest.js';
import { checkWeight } from '../models/weight-validator.js';
import { harvests } from '../repositories/harvest-repository.js';
import { seasonOf } from '../shared/index.js';
import { showHive } from './hive-service.js';

const GRADES: [number, string][] = [[20_000, 'golden'], [8_000, 'amber'], [0, 'clear']];

export function gradeOf(weight: number): string {
  return GRADES.find(([least]) => weight >= least)![1];
}

export function listHarvests(): Harvest[] {
  return harvests.all();
}

export function addHarvest(data: any): Harvest {
  const weight = checkWeight(data.weight);
  showHive(data.hive);
  return harvests.add(new Harvest(data.hive, new Date(data.day), weight));
}

export function cancelHarvest(number: number): void {
  harvests.remove(number);
}

export function sumUpHarvests(): Record<string, number> {
  const sums: Record<string, number> = {};
  for (const harvest of harvests.all()) {
    const season = seasonOf(harvest.day);
    sums[season] = (sums[season] ?? 0) + harvest.weight;
  }
  return sums;
}

import { Inspection } from '../models/inspection.js';
import { inspections } from '../repositories/inspection-repository.js';
import { showHive } from './hive-service.js';

export function addInspection(hive: number, mites: number): Inspection {
  showHive(hive);
  return inspections.add(new Inspection(hive, mites));
}

export function listInspections(hive: number): Inspection[] {
  return inspections.all().filter((row) => row.hive === hive);
}

export function listWarnings(): Inspection[] {
  return inspections.all().filter((row) => row.isWarning);
}

import { addInspection, listInspections, listWarnings } from '../services/inspection-service.js';
import type { Answer, Ask } from '../shared/index.js';
import { made, ok } from './answers.js';

export const inspectionController = {
  index: (ask: Ask, hive: number): Answer => ok(listInspections(hive)),
  create: (ask: Ask, hive: number): Answer => made(addInspection(hive, ask.body.mites)),
  warnings: (): Answer => ok(listWarnings()),
};

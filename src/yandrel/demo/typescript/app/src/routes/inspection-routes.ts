import { inspectionController } from '../controllers/inspection-controller.js';
import { Router } from '../shared/index.js';

export const inspectionRoutes = new Router()
  .add('GET', '/hives/:hive/inspections', inspectionController.index)
  .add('POST', '/hives/:hive/inspections', inspectionController.create)
  .add('GET', '/inspections/warnings', inspectionController.warnings);

'use strict';

const { inspectionController } = require('../controllers/inspection-controller');
const { Router } = require('../shared');

const inspectionRoutes = new Router()
  .add('GET', '/hives/:hive/inspections', inspectionController.index)
  .add('POST', '/hives/:hive/inspections', inspectionController.create)
  .add('GET', '/inspections/warnings', inspectionController.warnings);

module.exports = { inspectionRoutes };

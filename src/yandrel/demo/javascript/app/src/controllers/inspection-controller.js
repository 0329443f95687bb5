'use strict';

const { addInspection, listInspections, listWarnings } = require('../services/inspection-service');
const { made, ok } = require('./answers');

const inspectionController = {
  index: (ask, hive) => ok(listInspections(hive)),
  create: (ask, hive) => made(addInspection(hive, ask.body.mites)),
  warnings: () => ok(listWarnings()),
};

module.exports = { inspectionController };

'use strict';

const { Inspection } = require('../models/inspection');
const { inspections } = require('../repositories/inspection-repository');
const { showHive } = require('./hive-service');

function addInspection(hive, mites) {
  showHive(hive);
  return inspections.add(new Inspection(hive, mites));
}

function listInspections(hive) {
  return inspections.all().filter((row) => row.hive === hive);
}

function listWarnings() {
  return inspections.all().filter((row) => row.isWarning);
}

module.exports = { addInspection, listInspections, listWarnings };

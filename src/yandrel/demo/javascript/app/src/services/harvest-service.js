'use strict';

exports.gradeOf = gradeOf;

const { Harvest } = require('../models/harvest');
const { checkWeight } = require('../models/weight-validator');
const { harvests } = require('../repositories/harvest-repository');
const { seasonOf } = require('../shared');
const { showHive } = require('./hive-service');

const GRADES = [[20_000, 'golden'], [8_000, 'amber'], [0, 'clear']];

function gradeOf(weight) {
  return GRADES.find(([least]) => weight >= least)[1];
}

function listHarvests() {
  return harvests.all();
}

function addHarvest(data) {
  const weight = checkWeight(data.weight);
  showHive(data.hive);
  return harvests.add(new Harvest(data.hive, new Date(data.day), weight));
}

function cancelHarvest(number) {
  harvests.remove(number);
}

function sumUpHarvests() {
  const sums = {};
  for (const harvest of harvests.all()) {
    const season = seasonOf(harvest.day);
    sums[season] = (sums[season] ?? 0) + harvest.weight;
  }
  return sums;
}

exports.listHarvests = listHarvests;
exports.addHarvest = addHarvest;
exports.cancelHarvest = cancelHarvest;
exports.sumUpHarvests = sumUpHarvests;

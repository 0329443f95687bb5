'use strict';

const { Hive } = require('../models/hive');
const { hives } = require('../repositories/hive-repository');
const { checkHive } = require('../validators/hive-validator');

function listHives() {
  return hives.all();
}

function addHive(data) {
  checkHive(data);
  return hives.add(new Hive(data.place, data.frames, data.keeper ?? null));
}

function showHive(number) {
  return hives.get(number);
}

function giveUpHive(number) {
  hives.remove(number);
}

module.exports = { listHives, addHive, showHive, giveUpHive };

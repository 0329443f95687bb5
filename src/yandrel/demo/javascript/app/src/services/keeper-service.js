'use strict';

const { Keeper } = require('../models/keeper');
const { keepers } = require('../repositories/keeper-repository');
const { listHives } = require('./hive-service');

function listKeepers() {
  return keepers.all();
}

function addKeeper(name) {
  return keepers.add(new Keeper(name));
}

function hivesOfKeeper(number) {
  keepers.get(number);
  return listHives().filter((hive) => hive.keeper === number);
}

module.exports = { listKeepers, addKeeper, hivesOfKeeper };

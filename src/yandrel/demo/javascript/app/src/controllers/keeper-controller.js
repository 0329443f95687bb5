'use strict';

const { addKeeper, hivesOfKeeper, listKeepers } = require('../services/keeper-service');
const { made, ok } = require('./answers');

const keeperController = {
  index: () => ok(listKeepers()),
  create: (ask) => made(addKeeper(ask.body.name)),
  hives: (ask, number) => ok(hivesOfKeeper(number)),
};

module.exports = { keeperController };

'use strict';

const { hives } = require('../repositories/hive-repository');
const { addHive, giveUpHive, listHives, showHive } = require('../services/hive-service');
const { gone, made, ok } = require('./answers');

const hiveController = {
  index: () => ok(listHives()),
  create: (ask) => made(addHive(ask.body)),
  count: () => ok({ count: hives.all().length }),
  show: (ask, number) => ok(showHive(number)),
  remove: (ask, number) => {
    giveUpHive(number);
    return gone();
  },
};

module.exports = { hiveController };

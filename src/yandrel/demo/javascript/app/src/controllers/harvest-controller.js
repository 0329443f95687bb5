'use strict';

const { addHarvest, cancelHarvest, listHarvests, sumUpHarvests } = require('../services/harvest-service');
const { gone, made, ok } = require('./answers');

const harvestController = {
  index: () => ok(listHarvests()),
  create: (ask) => {
    const { number, grade, worth } = addHarvest(ask.body);
    return made({ number, grade, worth });
  },
  totals: () => ok(sumUpHarvests()),
  remove: (ask, number) => {
    cancelHarvest(number);
    return gone();
  },
};

module.exports = { harvestController };

'use strict';

const { harvestController } = require('../controllers/harvest-controller');
const { Router } = require('../shared');

const harvestRoutes = new Router()
  .add('GET', '', harvestController.index)
  .add('POST', '', harvestController.create)
  .add('GET', '/totals', harvestController.totals)
  .add('GET', '/totals', harvestController.index)
  .add('DELETE', '/:number', harvestController.remove);

module.exports = { harvestRoutes };

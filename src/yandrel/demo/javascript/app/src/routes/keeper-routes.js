'use strict';

const { keeperController } = require('../controllers/keeper-controller');
const { Router } = require('../shared');

const keeperRoutes = new Router()
  .add('GET', '', keeperController.index)
  .add('POST', '', keeperController.create)
  .add('GET', '/keepers/:number/hives', keeperController.hives);

module.exports = { keeperRoutes };

'use strict';

const { hiveController } = require('../controllers/hive-controller');
const { Router } = require('../shared');

const hiveRoutes = new Router()
  .add('GET', '', hiveController.index)
  .add('POST', '', hiveController.create)
  .add('GET', '/count', hiveController.count)
  .add('GET', '/:number', hiveController.show)
  .add('DELETE', '/:number', hiveController.remove);

module.exports = { hiveRoutes };

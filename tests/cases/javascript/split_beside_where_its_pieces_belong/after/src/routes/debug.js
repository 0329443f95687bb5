const express = require('express');
const { registerHiveRoutes } = require('./hive-routes');
const { registerKeeperRoutes } = require('./keeper-routes');

module.exports = function (app, prefix) {
  const router = express.Router();

  registerHiveRoutes(router);

  registerKeeperRoutes(router, prefix);

  app.use(prefix + '/debug', router);
};

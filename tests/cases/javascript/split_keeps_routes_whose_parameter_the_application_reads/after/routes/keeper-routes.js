const { createKeeper, listKeepers } = require('../controllers/keeper-controller');
const express = require('express');

const keeperRoutes = express.Router()
  .get('/', listKeepers)
  .post('/', createKeeper);

module.exports = { keeperRoutes };

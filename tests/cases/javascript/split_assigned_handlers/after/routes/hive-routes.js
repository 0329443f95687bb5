const { addHive, listHives } = require('../controllers/hive-controller');
const express = require('express');

const hiveRoutes = express.Router()
  .get('/', listHives)
  .post('/', addHive);

module.exports = { hiveRoutes };

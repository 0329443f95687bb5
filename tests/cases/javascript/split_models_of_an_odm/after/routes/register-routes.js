const { postRegister } = require('../controllers/register-controller');
const express = require('express');

const registerRoutes = express.Router()
  .post('/', postRegister);

module.exports = { registerRoutes };

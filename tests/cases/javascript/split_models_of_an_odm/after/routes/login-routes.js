const { postLogin } = require('../controllers/login-controller');
const express = require('express');

const loginRoutes = express.Router()
  .post('/', postLogin);

module.exports = { loginRoutes };

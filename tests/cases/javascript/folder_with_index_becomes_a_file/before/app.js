const models = require('./lib/models');
const again = require('./lib/models/');
const index = require('./lib/models/index.js');

module.exports = { models, again, index };

const models = require('./lib/models');
const same = require('./lib/models/index.js');

module.exports = { models, same };

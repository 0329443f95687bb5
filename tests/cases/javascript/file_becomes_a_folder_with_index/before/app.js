const models = require('./lib/models');
const same = require('./lib/models.js');

module.exports = { models, same };

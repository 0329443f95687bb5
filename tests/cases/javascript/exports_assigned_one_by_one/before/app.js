const { weigh: measure } = require('./lib/tools');

module.exports = { measure };

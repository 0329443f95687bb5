const { weigh: measure } = require('./lib/scales');

module.exports = { measure };

const { Colony: Hive } = require('./lib/hive');

const Colony = 1;

module.exports = [Hive, Colony];

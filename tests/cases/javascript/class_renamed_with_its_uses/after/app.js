const { Colony } = require('./lib/hive');
const hives = require('./lib/hive');

module.exports = { hive: new Colony(), Hive: Colony, other: new hives.Colony() };

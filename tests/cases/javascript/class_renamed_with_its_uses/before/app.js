const { Hive } = require('./lib/hive');
const hives = require('./lib/hive');

module.exports = { hive: new Hive(), Hive, other: new hives.Hive() };

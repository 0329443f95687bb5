const { Colony } = require('./lib/hive');

module.exports = { hive: new Colony(), Hive: Colony, other: new Colony() };

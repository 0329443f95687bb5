const { Hive } = require('./colony/hive');

function count(hives) {
  return hives.length > Hive.LIMIT ? Hive.LIMIT : hives.length;
}

module.exports = { count };

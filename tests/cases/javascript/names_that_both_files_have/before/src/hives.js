'use strict';

const log = require('./log')('hives');
const { join } = require('path');
const season = 'spring';

function open(hive) {
  log(season, join('hives', hive), { log, season });
  return hive;
}

function close(hive) {
  log('closed', hive);
}

module.exports = { open, close };

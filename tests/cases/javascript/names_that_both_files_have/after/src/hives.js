'use strict';

const log = require('./log')('hives');
const season = 'spring';

function close(hive) {
  log('closed', hive);
}

module.exports = { close, log, season };

'use strict';

const { join: joinOfPath } = require('path');
const { log: logOfHives, season: seasonOfHives } = require('./hives');
const log = require('./log')('frames');
const { join } = require('./texts');
const season = 'autumn';

function count(frames) {
  log(join(frames), season);
  return frames.length;
}

function open(hive) {
  logOfHives(seasonOfHives, joinOfPath('hives', hive), { log: logOfHives, season: seasonOfHives });
  return hive;
}

module.exports = { count, open };

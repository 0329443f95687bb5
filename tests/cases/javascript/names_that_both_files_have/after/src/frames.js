'use strict';

const log = require('./log')('frames');
const { join } = require('./texts');
const { log: logOfHives, season: seasonOfHives } = require('./hives');
const { join: joinOfPath } = require('path');
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

'use strict';

const { seasonOf } = require('../../src/shared/season');

/** When a swarm left. */
function swarmed(day) {
  return seasonOf(day);
}

module.exports = { swarmed };

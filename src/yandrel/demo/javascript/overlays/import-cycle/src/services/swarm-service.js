'use strict';

const { listCombs } = require('./comb-service');

const knownSwarms = listCombs();

function listSwarms() {
  return knownSwarms;
}

module.exports = { listSwarms };

'use strict';

const { listSwarms } = require('./swarm-service');

const knownCombs = listSwarms();

function listCombs() {
  return knownCombs;
}

module.exports = { listCombs };

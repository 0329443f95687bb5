'use strict';

const { handle } = require('../src/app');
const { harvests } = require('../src/repositories/harvest-repository');
const { hives } = require('../src/repositories/hive-repository');
const { inspections } = require('../src/repositories/inspection-repository');
const { keepers } = require('../src/repositories/keeper-repository');

/** Asks the application; says who asks unless told otherwise. */
function ask(method, path, body = {}, signed = true) {
  return handle({ method, path, body, headers: signed ? { 'x-keeper': '1' } : {} });
}

function forgetAll() {
  for (const kept of [harvests, hives, inspections, keepers]) {
    kept.clear();
  }
}

module.exports = { ask, forgetAll };

'use strict';

const { round } = require('./numbers');

const GRAMS = 1000;

/** Weighs a hive. */
function weigh(hive) {
  return round(hive.kilos * GRAMS);
}

module.exports = { weigh };

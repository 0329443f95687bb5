'use strict';

const fs = require('fs');
const { round } = require('./numbers');

const GRAMS = 1000;

/** Weighs a hive. */
function weigh(hive) {
  return round(hive.kilos * GRAMS);
}

function read(path) {
  return fs.readFileSync(path);
}

module.exports = { weigh, read };

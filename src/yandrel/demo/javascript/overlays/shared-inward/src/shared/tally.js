'use strict';

const { Harvest } = require('../models/harvest');

/** Counts what there is. */
class Tally {
  fits(one) {
    return one instanceof Harvest;
  }
}

module.exports = { Tally };

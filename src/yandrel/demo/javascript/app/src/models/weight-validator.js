'use strict';

const { InvalidError } = require('../shared');

/** A harvest weighs between one gram and sixty kilograms. */
function checkWeight(weight) {
  if (typeof weight !== 'number' || weight < 1 || weight > 60_000) {
    throw new InvalidError('a weight is 1 to 60000 grams');
  }
  return weight;
}

module.exports = { checkWeight };

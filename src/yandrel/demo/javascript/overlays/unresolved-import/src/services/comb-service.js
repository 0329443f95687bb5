'use strict';

const { Comb } = require('../combs/comb');

/** What can be done with combs. */
class CombService {
  fits(one) {
    return one instanceof Comb;
  }
}

module.exports = { CombService };

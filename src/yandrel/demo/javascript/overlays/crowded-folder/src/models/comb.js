'use strict';

/** What bees build. */
class Comb {
  show() {
    return 'fair';
  }
}

module.exports = { Comb };

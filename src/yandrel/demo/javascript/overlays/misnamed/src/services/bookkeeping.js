'use strict';

/** What is in the till. */
class Bookkeeping {
  show() {
    return 'fair';
  }
}

module.exports = { Bookkeeping };

'use strict';

/** Says what is a day. */
class DayValidator {
  show() {
    return 'fair';
  }
}

module.exports = { DayValidator };

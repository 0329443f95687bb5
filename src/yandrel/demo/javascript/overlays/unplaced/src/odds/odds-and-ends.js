'use strict';

/** Nobody knows where it belongs. */
class OddsAndEnds {
  show() {
    return 'fair';
  }
}

module.exports = { OddsAndEnds };

'use strict';

/** Who lays the eggs. */
class Queen {
  show() {
    return 'fair';
  }
}

module.exports = { Queen };

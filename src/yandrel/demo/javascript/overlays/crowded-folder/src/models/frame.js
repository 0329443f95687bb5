'use strict';

/** What holds a comb. */
class Frame {
  show() {
    return 'fair';
  }
}

module.exports = { Frame };

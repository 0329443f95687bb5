'use strict';

/** Who left. */
class Swarm {
  show() {
    return 'fair';
  }
}

module.exports = { Swarm };

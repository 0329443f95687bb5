'use strict';

const { framesOf } = require('../shared/frames');

/** How many frames a hive has. */
function sizeOf(boxes) {
  return framesOf(boxes);
}

module.exports = { sizeOf };

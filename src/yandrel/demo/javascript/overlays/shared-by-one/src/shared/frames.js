'use strict';

/** How many frames some boxes hold. */
function framesOf(boxes) {
  return boxes * 10;
}

module.exports = { framesOf };

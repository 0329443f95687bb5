'use strict';

const widthOf = (frame) => (frame && frame.width) || 0;

module.exports = { widthOf };

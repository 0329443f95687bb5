'use strict';

const fs = require('fs');

function read(path) {
  return fs.readFileSync(path);
}

module.exports = { read };

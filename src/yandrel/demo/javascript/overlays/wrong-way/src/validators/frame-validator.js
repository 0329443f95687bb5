'use strict';

const { Hive } = require('../models/hive');

/** Says which hives have frames. */
class FrameValidator {
  fits(one) {
    return one instanceof Hive;
  }
}

module.exports = { FrameValidator };

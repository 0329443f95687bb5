'use strict';

const { InvalidError } = require('../shared');

const MOST_FRAMES = 24;

function checkHive(data) {
  if (typeof data.place !== 'string' || data.place === '') {
    throw new InvalidError('a hive has a place');
  }
  if (typeof data.frames !== 'number' || data.frames > MOST_FRAMES) {
    throw new InvalidError(`a hive has at most ${MOST_FRAMES} frames`);
  }
}

module.exports = { MOST_FRAMES, checkHive };

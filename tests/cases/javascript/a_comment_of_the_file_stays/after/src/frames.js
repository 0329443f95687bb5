'use strict';

/**
 * Said of the file: the co-operative's own, to be used freely.
 */

const { widthOf } = require('./measures/width-of');

/** All the frames of a hive. */
const total = (frames) => frames.reduce((sum, frame) => sum + widthOf(frame), 0);

module.exports = total;

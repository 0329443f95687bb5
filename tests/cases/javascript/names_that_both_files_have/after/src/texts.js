'use strict';

exports.join = (words) => words.join(' ');

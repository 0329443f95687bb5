'use strict';

module.exports = (name) => (...words) => console.log(name, ...words);

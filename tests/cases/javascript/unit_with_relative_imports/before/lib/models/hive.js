const base = require('./base');
const { weigh } = require('../scales.js');
const settings = require('../settings.json');

module.exports = class Hive extends base.Base {};

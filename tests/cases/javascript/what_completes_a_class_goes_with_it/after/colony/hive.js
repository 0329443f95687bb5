const { weigh } = require('../scales');
const { EventEmitter } = require('events');
const util = require('util');

// A colony and the box that it lives in.
function Hive(name) {
  EventEmitter.call(this);
  this.name = name;
}

util.inherits(Hive, EventEmitter);

Hive.prototype.weight = function () {
  return weigh(this.name);
};

Hive.LIMIT = 12;

module.exports = { Hive };

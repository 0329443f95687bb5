const util = require('util');
const { EventEmitter } = require('events');
const { weigh } = require('./scales');

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

function count(hives) {
  return hives.length > Hive.LIMIT ? Hive.LIMIT : hives.length;
}

module.exports = { Hive, count };

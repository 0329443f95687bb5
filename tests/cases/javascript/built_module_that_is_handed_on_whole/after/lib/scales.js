"use strict";

exports.weigh = () => 1;

class Hive {
  shown() {
    return "a hive";
  }
}
exports.Hive = Hive;

"use strict";

class Hive {}
exports.Hive = Hive;

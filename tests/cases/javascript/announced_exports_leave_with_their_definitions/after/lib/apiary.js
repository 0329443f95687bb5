"use strict";

const { Frame, weigh } = require("./hives");
const { Hive } = require("./frames");
console.log(new Hive(), new Frame(), weigh());

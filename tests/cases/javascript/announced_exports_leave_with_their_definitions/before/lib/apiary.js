"use strict";

const { Frame, Hive, weigh } = require("./hives");
console.log(new Hive(), new Frame(), weigh());

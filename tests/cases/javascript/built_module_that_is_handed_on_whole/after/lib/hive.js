"use strict";

Object.defineProperty(exports, "__esModule", {
  value: true
});
exports.default = void 0;
//# sourceMappingURL=hive.js.map
exports.default = require("./scales").Hive;

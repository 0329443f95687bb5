"use strict";

Object.defineProperty(exports, "__esModule", {
  value: true
});
exports.default = void 0;
class Hive {
  shown() {
    return "a hive";
  }
}
exports.default = Hive;
//# sourceMappingURL=hive.js.map
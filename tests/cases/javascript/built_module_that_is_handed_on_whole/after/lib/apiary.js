"use strict";

var _hive = _interopRequireDefault(require("./hive"));
function _interopRequireDefault(e) { return e && e.__esModule ? e : { default: e }; }
console.log(new _hive.default().shown());

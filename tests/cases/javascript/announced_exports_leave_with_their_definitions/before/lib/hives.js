"use strict";

Object.defineProperty(exports, "__esModule", { value: true });
exports.weigh = exports.Hive = void 0;
exports.Frame = void 0;
class Hive {}
exports.Hive = Hive;
class Frame {}
exports.Frame = Frame;
const weigh = () => 1;
exports.weigh = weigh;

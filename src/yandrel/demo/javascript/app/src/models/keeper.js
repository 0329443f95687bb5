'use strict';

const { BaseModel } = require('./base-model');

class Keeper extends BaseModel {
  constructor(name) {
    super();
    this.name = name;
  }
}

module.exports = { Keeper };

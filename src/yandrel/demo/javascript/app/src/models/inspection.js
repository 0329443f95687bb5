'use strict';

const { BaseModel } = require('./base-model');

class Inspection extends BaseModel {
  constructor(hive, mites) {
    super();
    this.hive = hive;
    this.mites = mites;
  }

  get isWarning() {
    return this.mites > 3;
  }
}

module.exports = { Inspection };

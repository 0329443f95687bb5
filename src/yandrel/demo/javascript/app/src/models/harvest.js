'use strict';

const { BaseModel } = require('./base-model');
const { worth } = require('../ledger');
const { gradeOf } = require('../services/harvest-service');

class Harvest extends BaseModel {
  constructor(hive, day, weight) {
    super();
    this.hive = hive;
    this.day = day;
    this.weight = weight;
  }

  get grade() {
    return gradeOf(this.weight);
  }

  get worth() {
    return worth(this.grade, this.weight);
  }
}

module.exports = { Harvest };

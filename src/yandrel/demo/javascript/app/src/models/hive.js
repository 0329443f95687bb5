'use strict';

const { BaseModel } = require('./base-model');

class Hive extends BaseModel {
  constructor(place, frames, keeper) {
    super();
    this.place = place;
    this.frames = frames;
    this.keeper = keeper;
  }
}

module.exports = { Hive };

'use strict';

class BaseModel {
  number = 0;
}

module.exports = { BaseModel };

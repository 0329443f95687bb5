'use strict';

const { NotFoundError } = require('../shared');

/** Keeps models in memory, by number. */
class BaseRepository {
  kept = new Map();

  all() {
    return [...this.kept.values()];
  }

  get(number) {
    const found = this.kept.get(number);
    if (!found) {
      throw new NotFoundError(`there is no number ${number} here`);
    }
    return found;
  }

  add(model) {
    model.number = this.kept.size + 1;
    this.kept.set(model.number, model);
    return model;
  }

  remove(number) {
    this.get(number);
    this.kept.delete(number);
  }

  clear() {
    this.kept.clear();
  }
}

module.exports = { BaseRepository };

import type { BaseModel } from '../models/base-model.js';
import { NotFoundError } from '../shared/index.js';

/** Keeps models in memory, by number. */
export class BaseRepository<T extends BaseModel> {
  private kept: Map<number, T> = new Map();

  all(): T[] {
    return [...this.kept.values()];
  }

  get(number: number): T {
    const found = this.kept.get(number);
    if (!found) {
      throw new NotFoundError(`there is no number ${number} here`);
    }
    return found;
  }

  add(model: T): T {
    model.number = this.kept.size + 1;
    this.kept.set(model.number, model);
    return model;
  }

  remove(number: number): void {
    this.get(number);
    this.kept.delete(number);
  }

  clear(): void {
    this.kept.clear();
  }
}

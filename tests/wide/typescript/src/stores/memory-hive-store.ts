import { Hive } from '../models/hive.js';
import { HiveStore } from './hive-store.js';

export class MemoryHiveStore implements HiveStore {
  readonly #rows: Hive[] = [];

  get size(): number {
    return this.#rows.length;
  }

  find(number: number): Hive {
    return this.#rows[number - 1];
  }

  all(): Hive[] {
    return this.#rows;
  }

  add(hive: Hive): void {
    this.#rows.push(hive);
  }

  remove(number: number): void {
    this.#rows.splice(number - 1, 1);
  }

  weigh(): string {
    return this.#rows.map((hive) => `${hive.name}=${hive.weight}`).join(';');
  }
}

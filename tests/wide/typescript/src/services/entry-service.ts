import { HiveStore } from '../stores/hive-store.js';

export class EntryService {
  private store: HiveStore;

  constructor(store: HiveStore) {
    this.store = store;
  }

  enter(name: string, weight: number): void {
    this.store.add({ name, weight });
  }

  leave(number: number): void {
    this.store.remove(number);
  }
}

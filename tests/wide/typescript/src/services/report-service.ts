import type { HiveStore } from '../stores/hive-store.js';

export class ReportService {
  constructor(private readonly hives: HiveStore) {}

  report(): string {
    return `${this.hives.weigh()} ${this.hives.all().length}`;
  }
}

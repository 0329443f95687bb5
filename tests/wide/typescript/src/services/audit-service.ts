import { HiveStore } from '../stores/hive-store.js';
import { ReportService } from './report-service.js';

export class AuditService {
  private readonly report: ReportService;

  constructor(private readonly store: HiveStore) {
    this.report = new ReportService(store);
  }

  first(): string {
    return this.store.find(1).name + this.report.report();
  }
}

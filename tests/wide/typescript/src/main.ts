import { AuditService } from './services/audit-service.js';
import { EntryService } from './services/entry-service.js';
import { ReportService } from './services/report-service.js';
import { MemoryHiveStore } from './stores/memory-hive-store.js';

const store = new MemoryHiveStore();
const entries = new EntryService(store);
entries.enter('Heather', 30);
entries.enter('Lime', 40);
entries.leave(2);
console.log(new ReportService(store).report());
console.log(new AuditService(store).first() + store.size);

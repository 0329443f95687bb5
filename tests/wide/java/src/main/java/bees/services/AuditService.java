package bees.services;

import bees.stores.HiveStore;

public class AuditService {
    private final HiveStore store;
    private final ReportService report;

    public AuditService(HiveStore store) {
        this.store = store;
        this.report = new ReportService(store);
    }

    public String first() {
        return store.find(1).name() + report.report();
    }
}

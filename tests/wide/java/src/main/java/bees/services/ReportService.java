package bees.services;

import bees.stores.HiveStore;

public class ReportService {
    private final HiveStore hives;

    public ReportService(HiveStore hives) {
        this.hives = hives;
    }

    public String report() {
        return hives.weigh() + " " + this.hives.all().size();
    }
}

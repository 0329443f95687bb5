package bees;

import bees.services.AuditService;
import bees.services.EntryService;
import bees.services.ReportService;
import bees.stores.MemoryHiveStore;

public class Main {
    public static void main(String[] words) {
        MemoryHiveStore store = new MemoryHiveStore();
        EntryService entries = new EntryService(store);
        entries.enter("Heather", 30);
        entries.enter("Lime", 40);
        entries.leave(2);
        System.out.println(new ReportService(store).report());
        System.out.println(new AuditService(store).first() + store.isEmpty());
    }
}

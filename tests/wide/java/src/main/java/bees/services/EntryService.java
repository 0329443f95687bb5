package bees.services;

import bees.models.Hive;
import bees.stores.HiveStore;

public class EntryService {
    private final HiveStore store;

    public EntryService(HiveStore store) {
        this.store = store;
    }

    public void enter(String name, int weight) {
        store.add(new Hive(name, weight));
    }

    public void leave(int number) {
        store.remove(number);
    }
}

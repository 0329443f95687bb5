package bees.stores;

import bees.models.Hive;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

public class MemoryHiveStore implements HiveStore {
    private final List<Hive> rows = new ArrayList<>();

    @Override
    public Hive find(int number) {
        return rows.get(number - 1);
    }

    @Override
    public List<Hive> all() {
        return rows;
    }

    @Override
    public void add(Hive hive) {
        rows.add(hive);
    }

    @Override
    public void remove(int number) {
        rows.remove(number - 1);
    }

    @Override
    public Map<String, Integer> weigh() {
        Map<String, Integer> weights = new TreeMap<>();
        for (Hive hive : rows) {
            weights.put(hive.name(), hive.weight());
        }
        return weights;
    }
}

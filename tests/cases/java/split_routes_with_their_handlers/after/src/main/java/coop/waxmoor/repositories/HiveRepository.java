package coop.waxmoor.repositories;

import coop.waxmoor.models.Hive;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;

public class HiveRepository {
    private final Map<Integer, Hive> kept = new ConcurrentHashMap<>();

    public void save(Hive hive) {
        kept.put(hive.id, hive);
    }

    public List<Hive> all() {
        return new ArrayList<>(kept.values());
    }

    public Hive find(int id) {
        return kept.get(id);
    }
}

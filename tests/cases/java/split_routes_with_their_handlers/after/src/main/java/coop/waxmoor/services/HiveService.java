package coop.waxmoor.services;

import coop.waxmoor.errors.HiveNotFound;
import coop.waxmoor.models.Hive;
import coop.waxmoor.repositories.HiveRepository;
import java.util.List;

public class HiveService {
    private final HiveRepository repository;

    public HiveService(HiveRepository repository) {
        this.repository = repository;
    }

    public void add(Hive hive) {
        repository.save(hive);
    }

    public List<Hive> all() {
        return repository.all();
    }

    public Hive find(int id) {
        Hive hive = repository.find(id);
        if (hive == null) {
            throw new HiveNotFound(id);
        }
        return hive;
    }
}

package coop.waxmoor.services;

import coop.waxmoor.models.Hive;
import coop.waxmoor.repositories.HiveRepository;
import coop.waxmoor.validators.HiveValidator;
import java.util.List;
import java.util.Map;

/** What can be done with hives. */
public class HiveService {
    private final HiveRepository hives = HiveRepository.INSTANCE;

    public List<Hive> listHives() {
        return hives.all();
    }

    public Hive addHive(Map<String, Object> data) {
        new HiveValidator().check(data);
        return hives.add(new Hive((String) data.get("place"), (Integer) data.get("frames"), (Integer) data.get("keeper")));
    }

    public Hive showHive(int number) {
        return hives.get(number);
    }

    public void giveUpHive(int number) {
        hives.remove(number);
    }
}

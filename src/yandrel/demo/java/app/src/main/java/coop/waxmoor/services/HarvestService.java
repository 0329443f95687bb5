package coop.waxmoor.services;

import coop.waxmoor.models.Harvest;
import coop.waxmoor.models.WeightValidator;
import coop.waxmoor.repositories.HarvestRepository;
import coop.waxmoor.shared.Season;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** What can be done with harvests. */
public class HarvestService {
    private final HarvestRepository harvests = HarvestRepository.INSTANCE;
    private final HiveService hives = new HiveService();

    public static String gradeOf(int weight) {
        return weight >= 20_000 ? "golden" : weight >= 8_000 ? "amber" : "clear";
    }

    public List<Harvest> listHarvests() {
        return harvests.all();
    }

    public Harvest addHarvest(Map<String, Object> data) {
        int weight = new WeightValidator().check(data.get("weight"));
        int hive = (Integer) data.get("hive");
        hives.showHive(hive);
        return harvests.add(new Harvest(hive, LocalDate.parse((String) data.get("day")), weight));
    }

    public void cancelHarvest(int number) {
        harvests.remove(number);
    }

    public Map<Season, Integer> sumUpHarvests() {
        Map<Season, Integer> sums = new TreeMap<>();
        for (Harvest harvest : harvests.all()) {
            sums.merge(Season.of(harvest.getDay()), harvest.getWeight(), Integer::sum);
        }
        return sums;
    }
}

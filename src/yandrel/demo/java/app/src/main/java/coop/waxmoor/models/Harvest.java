package coop.waxmoor.models;

import coop.waxmoor.services.HarvestService;
import java.time.LocalDate;

import static coop.waxmoor.ledgers.Ledger.worth;

public class Harvest extends BaseModel {
    private final int hive;
    private final LocalDate day;
    private final int weight;

    public Harvest(int hive, LocalDate day, int weight) {
        this.hive = hive;
        this.day = day;
        this.weight = weight;
    }

    public int getHive() {
        return hive;
    }

    public LocalDate getDay() {
        return day;
    }

    public int getWeight() {
        return weight;
    }

    public String getGrade() {
        return HarvestService.gradeOf(weight);
    }

    public int getWorth() {
        return worth(getGrade(), weight);
    }
}

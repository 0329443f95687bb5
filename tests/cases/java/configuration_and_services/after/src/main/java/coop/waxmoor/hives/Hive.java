package coop.waxmoor.hives;

public class Hive {
    Object name = "coop.waxmoor.hives.Hive";
    Object text = "see coop.waxmoor.models.Hive";
}

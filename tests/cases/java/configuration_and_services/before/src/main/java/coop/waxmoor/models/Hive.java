package coop.waxmoor.models;

public class Hive {
    Object name = "coop.waxmoor.models.Hive";
    Object text = "see coop.waxmoor.models.Hive";
}

package coop.waxmoor.domain.models.models;

public class Hive {
    Keeper keeper;
}

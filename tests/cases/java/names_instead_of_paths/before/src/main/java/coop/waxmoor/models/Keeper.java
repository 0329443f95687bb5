package coop.waxmoor.models;

public class Keeper {
    Hive hive = new Hive();
}

package coop.waxmoor.core;

public class Yard {
    public Hive first;
}

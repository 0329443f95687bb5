package coop.waxmoor.core;

public class Hive {
    private final Yard yard = new Yard();
}

package coop.waxmoor.models;

public class Frame {
    public static Hive hive() {
        return new Hive();
    }
}

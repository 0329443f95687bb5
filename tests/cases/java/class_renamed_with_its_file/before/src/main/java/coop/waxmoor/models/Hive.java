package coop.waxmoor.models;

public class Hive {
    private static final Hive NONE = new Hive(0);

    public Hive(int frames) {
    }

    public static class Part {
    }
}

package coop.waxmoor.models;

public class Hive {
    public int frames() {
        return 10;
    }
}

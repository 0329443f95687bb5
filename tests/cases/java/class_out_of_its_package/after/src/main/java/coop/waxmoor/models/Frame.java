package coop.waxmoor.models;

import coop.waxmoor.hives.Hive;

public class Frame {
    public static Hive hive() {
        return new Hive();
    }
}

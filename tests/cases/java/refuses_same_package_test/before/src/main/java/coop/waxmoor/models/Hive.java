package coop.waxmoor.models;

public class Hive {
    int frames() {
        return 1;
    }
}

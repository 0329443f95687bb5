package coop.waxmoor.hives;

public class Hive {
    int frames = 10;
}

package coop.waxmoor.colonies;

public class Hive {
    int frames = 10;
}

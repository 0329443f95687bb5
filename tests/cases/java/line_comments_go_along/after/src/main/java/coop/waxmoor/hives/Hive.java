package coop.waxmoor.hives;

public class Hive {
}

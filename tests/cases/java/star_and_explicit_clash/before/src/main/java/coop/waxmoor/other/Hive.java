package coop.waxmoor.other;

public class Hive {
}

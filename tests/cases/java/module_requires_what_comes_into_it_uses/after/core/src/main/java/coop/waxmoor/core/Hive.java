package coop.waxmoor.core;

public class Hive {
}

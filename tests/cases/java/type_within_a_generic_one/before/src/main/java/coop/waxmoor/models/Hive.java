package coop.waxmoor.models;

public class Hive {
}

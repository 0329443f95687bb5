package coop.waxmoor.entities;

public class Hive {
}

package coop.waxmoor.bees;

/** @author René */
public class Hive {
    public String keeper = "René";
}

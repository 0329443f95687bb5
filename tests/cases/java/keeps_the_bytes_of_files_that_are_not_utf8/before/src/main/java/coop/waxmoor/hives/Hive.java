package coop.waxmoor.hives;

/** @author René */
public class Hive {
    public String keeper = "René";
}

package coop.waxmoor.models;

public class Hive {
    public int id;
    public String name;
    public int frames;
}

package coop.waxmoor.models;

public class Keeper {
    /** @see coop.waxmoor.hives.Hive */
    public Object hive;
}

package coop.waxmoor.models;

public class Keeper {
    /** @see Hive */
    public Object hive;
}

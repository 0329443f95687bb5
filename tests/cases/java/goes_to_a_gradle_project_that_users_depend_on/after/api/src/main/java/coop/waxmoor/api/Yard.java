package coop.waxmoor.api;

import coop.waxmoor.core.Hive;

public class Yard {
    public Hive first;
}

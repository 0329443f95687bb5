package coop.waxmoor.keepers;

import coop.waxmoor.hives.Hive;

public class Keeper {
    Hive own = new Hive();
}

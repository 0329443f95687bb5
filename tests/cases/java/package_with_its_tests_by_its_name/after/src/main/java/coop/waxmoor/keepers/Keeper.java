package coop.waxmoor.keepers;

import coop.waxmoor.colonies.Hive;

public class Keeper {
    Hive own = new Hive();
}

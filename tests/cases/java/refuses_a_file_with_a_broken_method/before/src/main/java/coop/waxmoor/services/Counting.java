package coop.waxmoor.services;

import coop.waxmoor.models.Hive;

public class Counting {
    public int count(Hive hive) {
        int all = hive.frames();
        all = = from Hive newer syntax { hive };
        return all + hive.frames();
    }
}

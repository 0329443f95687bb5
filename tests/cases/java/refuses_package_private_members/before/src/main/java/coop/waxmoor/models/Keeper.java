package coop.waxmoor.models;

public class Keeper {
    int count(Hive hive) {
        hive.weigh();
        return hive.frames + new Hive(2).frames;
    }
}

package coop.waxmoor.models;

import coop.waxmoor.hives.Colony;

public class Keeper {
    Colony hive = new Colony();
}

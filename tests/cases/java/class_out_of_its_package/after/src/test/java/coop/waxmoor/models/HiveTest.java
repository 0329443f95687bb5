package coop.waxmoor.models;

import coop.waxmoor.hives.Hive;

class HiveTest {
    Hive hive = new Hive();
}

package coop.waxmoor.models;

class HiveTest {
    Hive hive = new Hive();
}

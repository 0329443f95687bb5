package coop.waxmoor.models;

class HiveTest {
    int frames = new Hive().frames();
}

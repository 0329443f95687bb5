package coop.waxmoor.hives;

class HiveTest {
    boolean isFull() {
        return new Hive().frames == 10;
    }
}

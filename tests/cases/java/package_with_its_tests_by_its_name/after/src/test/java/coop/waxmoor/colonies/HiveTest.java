package coop.waxmoor.colonies;

class HiveTest {
    boolean isFull() {
        return new Hive().frames == 10;
    }
}

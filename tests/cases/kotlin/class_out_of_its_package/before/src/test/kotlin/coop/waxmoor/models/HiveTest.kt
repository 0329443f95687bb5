package coop.waxmoor.models

class HiveTest {
    val hive = Hive(Frame())
}

package coop.waxmoor.models

import coop.waxmoor.hives.Hive

class HiveTest {
    val hive = Hive(Frame())
}

package waxmoor.keepers

import waxmoor.hives.Hive

suspend fun <T> visit(hive: Hive, block: suspend Hive.() -> T): T = hive.block()

package waxmoor.hives

import waxmoor.keepers.Hive

annotation class Calm

class Visit(val hive: @Calm Hive)

suspend fun <T> visit(hive: Hive, block: suspend Hive.() -> T): T = hive.block()

fun later(block: suspend waxmoor.keepers.Hive.(Int) -> Unit): Any = block

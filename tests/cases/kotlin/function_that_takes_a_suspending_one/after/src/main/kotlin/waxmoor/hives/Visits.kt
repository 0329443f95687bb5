package waxmoor.hives

annotation class Calm

class Visit(val hive: @Calm Hive)

fun later(block: suspend waxmoor.hives.Hive.(Int) -> Unit): Any = block

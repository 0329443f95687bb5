package coop.waxmoor.models

const val MOST = 12

fun Hive.isFull(): Boolean = frames >= MOST

val Hive.label: String get() = "hive $frames"

operator fun Hive.plus(more: Int) = Hive(frames + more)

fun openHive() = Hive(1)

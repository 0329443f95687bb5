package coop.waxmoor.hives

import coop.waxmoor.models.Hive

const val MOST = 12

fun Hive.isFull(): Boolean = frames >= MOST

val Hive.label: String get() = "hive $frames"

operator fun Hive.plus(more: Int) = Hive(frames + more)

fun openHive() = Hive(1)

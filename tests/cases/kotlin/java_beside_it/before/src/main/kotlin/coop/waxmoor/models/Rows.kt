package coop.waxmoor.models

fun rows(): List<Hive> = listOf(Hive())

package coop.waxmoor.domain.models.models

fun rows(): List<Hive> = listOf(Hive())

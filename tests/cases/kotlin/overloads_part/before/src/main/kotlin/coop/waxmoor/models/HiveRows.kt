package coop.waxmoor.models

fun Hive.row() = "hive"

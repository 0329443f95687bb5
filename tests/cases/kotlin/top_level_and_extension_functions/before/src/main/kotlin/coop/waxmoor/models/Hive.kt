package coop.waxmoor.models

data class Hive(val frames: Int)

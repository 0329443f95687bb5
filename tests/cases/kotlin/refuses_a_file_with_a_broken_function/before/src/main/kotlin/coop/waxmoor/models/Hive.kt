package coop.waxmoor.models

class Hive(val frames: Int)

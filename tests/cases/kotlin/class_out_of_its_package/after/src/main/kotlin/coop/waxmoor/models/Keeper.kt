package coop.waxmoor.models

class Keeper(val hive: coop.waxmoor.hives.Hive)

package coop.waxmoor.models

class Keeper(val hive: coop.waxmoor.models.Hive)

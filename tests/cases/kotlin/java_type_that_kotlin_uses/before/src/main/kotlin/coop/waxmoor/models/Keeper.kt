package coop.waxmoor.models

class Keeper(val hive: Hive)

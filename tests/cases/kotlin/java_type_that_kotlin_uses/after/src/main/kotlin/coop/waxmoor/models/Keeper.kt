package coop.waxmoor.models

import coop.waxmoor.hives.Hive

class Keeper(val hive: Hive)

package coop.waxmoor.models

import coop.waxmoor.entities.Hive

class Keeper(val hive: Hive)

package coop.waxmoor.services

import coop.waxmoor.models.Hive

val hive = Hive()

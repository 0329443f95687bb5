package coop.waxmoor.services

import coop.waxmoor.hives.Hive

val hive = Hive()

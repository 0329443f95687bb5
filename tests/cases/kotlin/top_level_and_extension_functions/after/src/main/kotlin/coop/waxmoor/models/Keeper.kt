package coop.waxmoor.models

import coop.waxmoor.hives.MOST
import coop.waxmoor.hives.isFull
import coop.waxmoor.hives.label
import coop.waxmoor.hives.openHive
import coop.waxmoor.hives.plus

class Keeper {
    val hive = openHive() + 1
    val free = MOST - hive.frames
    fun says(openHive: Hive) = openHive.label + hive.isFull()
}

package coop.waxmoor.models

class Keeper {
    val hive = openHive() + 1
    val free = MOST - hive.frames
    fun says(openHive: Hive) = openHive.label + hive.isFull()
}

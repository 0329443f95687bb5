package coop.waxmoor.models

/** See [Frame], [coop.waxmoor.models.Keeper.hive] and @see Keeper */
class Hive(val frame: Frame) : Base() {
    fun twin(): Hive = Frame.hive()
}

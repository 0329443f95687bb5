package coop.waxmoor.hives

import coop.waxmoor.models.Base
import coop.waxmoor.models.Frame

/** See [Frame], [coop.waxmoor.models.Keeper.hive] and @see coop.waxmoor.models.Keeper */
class Hive(val frame: Frame) : Base() {
    fun twin(): Hive = Frame.hive()
}

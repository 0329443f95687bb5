package coop.waxmoor.models

import coop.waxmoor.hives.Hive

class Frame {
    companion object {
        fun hive(): Hive = Hive(Frame())
    }
}

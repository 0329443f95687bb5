package coop.waxmoor.models

class Frame {
    companion object {
        fun hive(): Hive = Hive(Frame())
    }
}

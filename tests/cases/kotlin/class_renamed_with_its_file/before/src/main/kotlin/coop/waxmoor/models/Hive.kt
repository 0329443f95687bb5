package coop.waxmoor.models

class Hive(val frames: Int) {
    fun twin() = Hive(frames)

    class Part

    companion object {
        val NONE = Hive(0)
    }
}

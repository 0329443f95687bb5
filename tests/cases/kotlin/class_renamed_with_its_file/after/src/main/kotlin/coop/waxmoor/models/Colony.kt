package coop.waxmoor.models

class Colony(val frames: Int) {
    fun twin() = Colony(frames)

    class Part

    companion object {
        val NONE = Colony(0)
    }
}

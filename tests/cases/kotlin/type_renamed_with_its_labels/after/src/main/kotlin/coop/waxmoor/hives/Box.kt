package coop.waxmoor.hives

class Box : Home() {
    var frames = 0

    fun fill() {
        listOf(1).map {
            this@Box.frames = it
            super@Box.open()
            return@map it
        }
    }

    inner class Lid {
        fun lift() = this@Lid.hashCode() + this@Box.frames
    }
}

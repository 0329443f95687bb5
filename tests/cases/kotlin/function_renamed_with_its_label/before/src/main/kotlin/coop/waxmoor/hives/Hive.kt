package coop.waxmoor.hives

class Hive : Home() {
    var frames = 0

    fun fill() {
        listOf(1).map {
            this@Hive.frames = it
            super@Hive.open()
            return@map it
        }
    }

    inner class Lid {
        fun lift() = this@Lid.hashCode() + this@Hive.frames
    }
}

package coop.waxmoor.hives

private const val LEAST = 2

private fun shared(count: Int): Int = count + LEAST

class Hive(val frames: Int) {
    fun weigh(): Int = shared(frames)
}

package coop.waxmoor.hives

private const val MOST = 10

private const val LEAST = 2

private fun bounded(count: Int): Int = if (count > MOST) MOST else count

private fun shared(count: Int): Int = count + LEAST

class Report(val names: List<String>) {
    fun count(): Int = bounded(names.size)
}

class Hive(val frames: Int) {
    fun weigh(): Int = shared(frames)
}

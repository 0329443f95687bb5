package coop.waxmoor.reports

private const val MOST = 10

private fun bounded(count: Int): Int = if (count > MOST) MOST else count

class Report(val names: List<String>) {
    fun count(): Int = bounded(names.size)
}

package coop.waxmoor.ledgers

const val OPENED = 1954

/** Keeps rows by number. */
class Ledger<T> {
    private val rows = sortedMapOf<Int, T>()

    fun add(row: T): Int {
        val number = rows.size + 1
        rows[number] = row
        return number
    }

    fun find(number: Int): T? = rows[number]

    fun all(): List<T> = rows.values.toList()
}

package bees.stores

import bees.models.Hive

class MemoryHiveStore : HiveStore {
    private val rows = mutableListOf<Hive>()

    override val size: Int
        get() = rows.size

    override fun find(number: Int): Hive = rows[number - 1]

    override fun all(): List<Hive> = rows

    override fun add(hive: Hive) {
        rows.add(hive)
    }

    override fun remove(number: Int) {
        rows.removeAt(number - 1)
    }

    override fun weigh(): Map<String, Int> = rows.map { it.name to it.weight }.toMap()
}

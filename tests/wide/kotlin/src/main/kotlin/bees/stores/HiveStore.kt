package bees.stores

import bees.models.Hive

/** Keeps hives. */
interface HiveStore {
    val size: Int

    /** Returns the one of a number. */
    fun find(number: Int): Hive

    fun all(): List<Hive>

    fun add(hive: Hive)

    fun remove(number: Int)

    fun weigh(): Map<String, Int>
}

package bees.services

import bees.models.Hive
import bees.stores.HiveStore

class EntryService(private val store: HiveStore) {
    fun enter(name: String, weight: Int) {
        store.add(Hive(name, weight))
    }

    fun leave(number: Int) = store.remove(number)
}

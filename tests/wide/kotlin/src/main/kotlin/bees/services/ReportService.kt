package bees.services

import bees.stores.HiveStore

class ReportService(private val hives: HiveStore) {
    fun report(): String = "${hives.weigh()} ${hives.all().count()}"
}

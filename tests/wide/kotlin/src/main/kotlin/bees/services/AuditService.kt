package bees.services

import bees.stores.HiveStore

class AuditService(private val store: HiveStore) {
    private val report = ReportService(store)

    fun first(): String = store.find(1).name + report.report()
}

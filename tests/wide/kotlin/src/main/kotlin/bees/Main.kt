package bees

import bees.services.AuditService
import bees.services.EntryService
import bees.services.ReportService
import bees.stores.MemoryHiveStore

fun main() {
    val store = MemoryHiveStore()
    val entries = EntryService(store)
    entries.enter("Heather", 30)
    entries.enter("Lime", 40)
    entries.leave(2)
    println(ReportService(store).report())
    println(AuditService(store).first() + store.size)
}

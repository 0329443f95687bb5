package coop.waxmoor.repositories

import coop.waxmoor.ledgers.Ledger
import coop.waxmoor.models.BaseModel

abstract class BaseRepository<T : BaseModel> {
    private val ledger = Ledger<T>()

    fun save(row: T): T {
        row.number = ledger.add(row)
        return row
    }

    fun find(number: Int): T? = ledger.find(number)

    fun all(): List<T> = ledger.all()
}

package coop.waxmoor.services

import coop.waxmoor.repositories.HiveRepository
import coop.waxmoor.shared.InvalidException

class HiveServiceTest {
    fun opensHives() {
        val service = HiveService(HiveRepository())
        check(service.open("Heather", 1).number == 1)
        check(service.full().isEmpty())
    }

    fun namesAreNeeded() {
        try {
            HiveService(HiveRepository()).open(" ", 1)
        } catch (error: InvalidException) {
            return
        }
        error("a hive without a name")
    }
}

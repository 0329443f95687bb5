package coop.waxmoor.services

import coop.waxmoor.repositories.HarvestRepository
import coop.waxmoor.shared.Season.SUMMER

class HarvestServiceTest {
    fun sharesHarvests() {
        val harvest = HarvestService(HarvestRepository()).record(1, 1000, 7)
        check(harvest.row()["share"] == 900)
        check(harvest.season == SUMMER)
    }
}

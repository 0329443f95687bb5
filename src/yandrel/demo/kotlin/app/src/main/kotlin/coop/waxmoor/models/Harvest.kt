package coop.waxmoor.models

import coop.waxmoor.services.HarvestService
import coop.waxmoor.shared.Season
import coop.waxmoor.shared.seasonOf

data class Harvest(val hive: Int, val grams: Int, val month: Int) : BaseModel() {
    val season: Season get() = seasonOf(month)

    override fun row() = mapOf("number" to number, "hive" to hive, "share" to HarvestService.share(grams))
}

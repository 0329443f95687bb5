package coop.waxmoor.services

import coop.waxmoor.models.Harvest
import coop.waxmoor.models.WeightValidator
import coop.waxmoor.repositories.HarvestRepository

class HarvestService(private val harvests: HarvestRepository) {
    fun record(hive: Int, grams: Int, month: Int): Harvest {
        WeightValidator.check(grams)
        return harvests.save(Harvest(hive, grams, month))
    }

    fun all(): List<Harvest> = harvests.all()

    fun total(hive: Int): Int = harvests.ofHive(hive).sumBy(Harvest::grams)

    companion object {
        private const val SHARE = 0.9

        /** What of a harvest the keeper gets. */
        @JvmStatic
        fun share(grams: Int): Int = (grams * SHARE).toInt()
    }
}

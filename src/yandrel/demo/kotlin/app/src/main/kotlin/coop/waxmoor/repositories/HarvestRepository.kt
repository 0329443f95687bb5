package coop.waxmoor.repositories

import coop.waxmoor.models.Harvest

class HarvestRepository : BaseRepository<Harvest>() {
    fun ofHive(hive: Int): List<Harvest> = all().filter { it.hive == hive }
}

package coop.waxmoor.repositories

import coop.waxmoor.models.Hive

class HiveRepository : BaseRepository<Hive>()

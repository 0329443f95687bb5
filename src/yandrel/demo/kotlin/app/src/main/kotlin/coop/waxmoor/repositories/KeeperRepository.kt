package coop.waxmoor.repositories

import coop.waxmoor.models.Keeper

class KeeperRepository : BaseRepository<Keeper>()

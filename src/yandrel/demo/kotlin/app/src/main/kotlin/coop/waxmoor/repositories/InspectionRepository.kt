package coop.waxmoor.repositories

import coop.waxmoor.models.Inspection

class InspectionRepository : BaseRepository<Inspection>()

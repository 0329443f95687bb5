"""The table of harvests."""

from waxmoor.models.harvest import Harvest
from waxmoor.repositories.base_repository import BaseRepository


class HarvestRepository(BaseRepository):
    """Harvests, by number."""

    table = "harvests"
    model = Harvest

    def of_hive(self, hive):
        return [row for row in self.all() if row.hive == hive]

"""The table of hives."""

from waxmoor.models.hive import Hive
from waxmoor.repositories.base_repository import BaseRepository


class HiveRepository(BaseRepository):
    """Hives, by number."""

    table = "hives"
    model = Hive

    def of_keeper(self, keeper):
        return [row for row in self.all() if row.keeper == keeper]

"""The table of inspections."""

from waxmoor.models.inspection import Inspection
from waxmoor.repositories.base_repository import BaseRepository


class InspectionRepository(BaseRepository):
    """Inspections, by number."""

    table = "inspections"
    model = Inspection

    def of_hive(self, hive):
        return [row for row in self.all() if row.hive == hive]

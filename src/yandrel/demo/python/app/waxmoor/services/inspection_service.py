"""What can be done with inspections."""

from datetime import date

from waxmoor.repositories.inspection_repository import InspectionRepository
from waxmoor.services.hive_service import HiveService
from waxmoor.shared.season import is_in_season
from waxmoor.validators.inspection_validator import InspectionValidator


class InspectionService:
    """Inspections: noted down, looked up, warned of."""

    def __init__(self):
        self.inspections = InspectionRepository()
        self.hives = HiveService()

    def list_inspections(self, hive):
        self.hives.show_hive(hive)
        return self.inspections.of_hive(hive)

    def add_inspection(self, hive, data):
        InspectionValidator().check(data)
        self.hives.show_hive(hive)
        return self.inspections.add(
            hive=hive,
            day=date.fromisoformat(data["day"]),
            queen_seen=bool(data.get("queen_seen")),
            mites=int(data.get("mites", 0)),
        )

    def list_warnings(self):
        return [row for row in self.inspections.all() if row.needs_treatment()]

    def is_due(self, hive, today):
        done = self.list_inspections(hive)
        return is_in_season(today) and not any((today - row.day).days < 14 for row in done)

"""What can be done with harvests, how they are kept, and how they are answered."""

from datetime import date

from waxmoor.models.weight_validator import WeightValidator
from waxmoor.repositories.harvest_repository import HarvestRepository
from waxmoor.services.hive_service import HiveService
from waxmoor.shared.season import season_of

GRADES = ((20_000, "golden"), (8_000, "amber"), (0, "clear"))


def grade_of(weight):
    return next(name for least, name in GRADES if weight >= least)


class HarvestService:
    """Harvests: weighed, listed, summed up."""

    def __init__(self):
        self.harvests = HarvestRepository()
        self.hives = HiveService()

    def list_harvests(self):
        return self.harvests.all()

    def add_harvest(self, data):
        WeightValidator().check(data.get("weight"))
        self.hives.show_hive(data["hive"])
        return self.harvests.add(
            hive=data["hive"], day=date.fromisoformat(data["day"]), weight=data["weight"]
        )

    def show_harvest(self, number):
        return self.harvests.get(number)

    def cancel_harvest(self, number):
        self.harvests.remove(number)

    def sum_up_harvests(self):
        sums = {}
        for row in self.harvests.all():
            season = season_of(row.day)
            sums[season] = sums.get(season, 0) + row.weight
        return sums


class JarRepository:
    """Jars, counted."""

    def __init__(self):
        self.jars = {}

    def fill(self, harvest, count):
        self.jars[harvest] = count


class JarController:
    """Answers requests about jars."""

    def show(self, harvest):
        return {"jars": JarRepository().jars.get(harvest, 0)}

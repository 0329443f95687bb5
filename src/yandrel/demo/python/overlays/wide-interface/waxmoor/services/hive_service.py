"""What can be done with hives."""

from waxmoor.repositories.hive_repository import HiveRepository
from waxmoor.validators.hive_validator import HiveValidator


class HiveService:
    """Hives: set up, listed, moved, given up."""

    def __init__(self):
        self.hives = HiveRepository()

    def list_hives(self):
        return self.hives.all()

    def show_hive(self, number):
        return self.hives.get(number)

    def add_hive(self, data):
        HiveValidator().check(data)
        return self.hives.add(
            place=data["place"], frames=int(data.get("frames", 10)), keeper=data.get("keeper")
        )

    def move_hive(self, number, place):
        hive = self.hives.get(number)
        hive.place = place
        return hive

    def give_up_hive(self, number):
        self.hives.remove(number)

    def add_frame(self, number):
        hive = self.hives.get(number)
        hive.frames = hive.frames + 1
        return hive

    def take_frame(self, number):
        hive = self.hives.get(number)
        hive.frames = hive.frames - 1
        return hive

    def hand_over_hive(self, number):
        hive = self.hives.get(number)
        hive.keeper = None
        return hive

    def rest_hive(self, number):
        hive = self.hives.get(number)
        hive.frames = 0
        return hive

    def double_hive(self, number):
        hive = self.hives.get(number)
        hive.frames = hive.frames * 2
        return hive

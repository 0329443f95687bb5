"""What can be done with keepers."""

from waxmoor.repositories.harvest_repository import HarvestRepository
from waxmoor.repositories.hive_repository import HiveRepository
from waxmoor.repositories.keeper_repository import KeeperRepository
from waxmoor.validators.keeper_validator import KeeperValidator


class KeeperService:
    """Keepers: joining, leaving, looking after hives."""

    def __init__(self):
        self.keepers = KeeperRepository()
        self.hives = HiveRepository()
        self.harvests = HarvestRepository()

    def list_keepers(self):
        return self.keepers.all()

    def show_keeper(self, number):
        return self.keepers.get(number)

    def add_keeper(self, data):
        KeeperValidator().check(data)
        return self.keepers.add(name=data["name"].strip(), village=data.get("village", ""))

    def hives_of_keeper(self, number):
        self.keepers.get(number)
        return self.hives.of_keeper(number)

"""The table of keepers."""

from waxmoor.models.keeper import Keeper
from waxmoor.repositories.base_repository import BaseRepository


class KeeperRepository(BaseRepository):
    """Keepers, by number."""

    table = "keepers"
    model = Keeper

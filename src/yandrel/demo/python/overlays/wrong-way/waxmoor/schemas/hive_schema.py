"""Hives over the wire."""

from waxmoor.repositories.hive_repository import HiveRepository

from .base_schema import BaseSchema


class HiveSchema(BaseSchema):
    """A hive as it is shown."""

    fields = ("place", "frames", "keeper")

    def count(self):
        return HiveRepository().count()

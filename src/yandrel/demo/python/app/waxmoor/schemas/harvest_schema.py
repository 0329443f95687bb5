"""Harvests over the wire."""

from waxmoor.ledger import in_kilograms

from .base_schema import BaseSchema


class HarvestSchema(BaseSchema):
    """A harvest as it is shown, with its grade."""

    fields = ("hive", "day", "weight")

    def dump(self, record):
        return {
            **super().dump(record),
            "grade": record.grade(),
            "shown": in_kilograms(record.weight),
        }

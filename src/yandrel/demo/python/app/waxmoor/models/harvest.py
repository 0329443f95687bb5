"""Harvests."""

from dataclasses import dataclass
from datetime import date

from .base_model import BaseModel


@dataclass
class Harvest(BaseModel):
    """Honey taken from a hive; the weight in grams."""

    hive: int
    day: date
    weight: int

    def grade(self) -> str:
        from waxmoor.services.harvest_service import grade_of

        return grade_of(self.weight)

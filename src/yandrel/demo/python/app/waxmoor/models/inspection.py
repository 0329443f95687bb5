"""Inspections."""

from dataclasses import dataclass
from datetime import date

from .base_model import BaseModel


@dataclass
class Inspection(BaseModel):
    """A look into a hive."""

    hive: int
    day: date
    queen_seen: bool = False
    mites: int = 0

    def needs_treatment(self) -> bool:
        return self.mites > 20

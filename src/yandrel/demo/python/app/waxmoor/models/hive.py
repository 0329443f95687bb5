"""Hives."""

from dataclasses import dataclass

from .base_model import BaseModel

STRONG_FROM = 8


@dataclass
class Hive(BaseModel):
    """A hive, where it stands, and who keeps it."""

    place: str
    frames: int = 10
    keeper: int | None = None

    def is_strong(self) -> bool:
        return self.frames >= STRONG_FROM

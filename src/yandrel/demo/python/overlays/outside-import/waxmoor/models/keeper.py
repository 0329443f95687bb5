"""Keepers."""

from dataclasses import dataclass, field

from flask import url_for

from .base_model import BaseModel


@dataclass
class Keeper(BaseModel):
    """A member of the co-operative."""

    name: str
    village: str = ""
    courses: list[str] = field(default_factory=list)

    def address(self) -> str:
        return url_for("keepers.show_keeper", number=self.number)

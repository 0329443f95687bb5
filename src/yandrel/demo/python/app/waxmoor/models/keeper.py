"""Keepers."""

from dataclasses import dataclass, field

from .base_model import BaseModel


@dataclass
class Keeper(BaseModel):
    """A member of the co-operative."""

    name: str
    village: str = ""
    courses: list[str] = field(default_factory=list)

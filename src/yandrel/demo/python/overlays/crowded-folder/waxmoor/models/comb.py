"""One more of many."""

from dataclasses import dataclass

from .base_model import BaseModel


@dataclass
class Comb(BaseModel):
    """A comb."""

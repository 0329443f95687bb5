"""What all records have in common."""

from dataclasses import asdict, dataclass


@dataclass
class BaseModel:
    """A numbered record."""

    number: int

    def as_row(self):
        return asdict(self)

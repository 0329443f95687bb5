"""Orders."""

from dataclasses import dataclass


@dataclass
class Order:
    number: int

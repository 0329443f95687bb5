from . import parts
from ..base import Base
from .parts import (  # what an order has
    Part,
    Price,
)


class Order(Base):
    parts = [Part, Price, parts]

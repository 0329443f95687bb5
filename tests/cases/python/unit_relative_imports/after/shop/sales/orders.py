from ..api import parts
from ..api.parts import (  # what an order has
    Part,
    Price,
)
from ..base import Base


class Order(Base):
    parts = [Part, Price, parts]

from ..api import parts
from ..base import Base
from ..api.parts import (  # what an order has
    Part,
    Price,
)


class Order(Base):
    parts = [Part, Price, parts]

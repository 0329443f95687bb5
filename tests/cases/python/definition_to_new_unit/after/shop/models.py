# Copyright: the shop. Licence: free.
"""Models."""

from __future__ import annotations

import logging

from shop.base import Base
from shop.orders.order import Order

logger = logging.getLogger(__name__)


class Customer(Base):
    orders: list[Order]


def find(number) -> Order:
    return Order([number])

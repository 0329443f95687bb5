from __future__ import annotations

from shop.sale import Order


class Line:
    order: "Order"

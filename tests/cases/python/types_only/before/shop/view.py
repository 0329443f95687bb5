from typing import TYPE_CHECKING, Optional

if TYPE_CHECKING:
    from shop.order import Order


def show(order: "Optional[Order]") -> "Order":
    return order

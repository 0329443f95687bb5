from typing import TYPE_CHECKING, Optional

if TYPE_CHECKING:
    from shop.sale import Order


def show(order: "Optional[Order]") -> "Order":
    return order

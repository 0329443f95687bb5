from shop.models.item import Item
from shop.models.order import Order

__all__ = ["Item", "Order"]

from shop.models.item import Item
from shop.sales.order import Order

__all__ = ["Item", "Order"]

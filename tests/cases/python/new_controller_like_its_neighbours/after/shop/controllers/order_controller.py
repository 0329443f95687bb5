from shop.controllers.base_controller import BaseController
from shop.models.order import ORDER_LIMIT, Order


class OrderController(BaseController):
    """Answers requests about an order."""

    def list_orders(self):
        return [Order(number).number for number in range(ORDER_LIMIT)]

    def show_order(self, order_id):
        """Show an order."""
        return {"order": Order(order_id).number}

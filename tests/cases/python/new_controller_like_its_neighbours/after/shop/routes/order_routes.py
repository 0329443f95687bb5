"""Routes of orders."""

from flask import Blueprint

from shop.controllers.order_controller import OrderController

orders = Blueprint("orders", __name__)


@orders.get("")
def list_orders():
    return OrderController().list_orders()


@orders.get("/<int:order_id>")
def show_order(order_id):
    return OrderController().show_order(order_id)

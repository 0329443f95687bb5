from flask import Blueprint, request

from repositories.order_repository import ORDERS

orders_blueprint = Blueprint("orders", __name__)


@orders_blueprint.route("/count", methods=["GET"])
def get_orders_count():
    return str(len(ORDERS))


@orders_blueprint.post("")
def add_order():
    ORDERS.append(request.get_json())
    return "", 201

from flask import Blueprint, jsonify

from shop.models.order import Order

orders_blueprint = Blueprint("orders", __name__)


@orders_blueprint.route("")
def list_orders():
    return jsonify([order.as_json() for order in Order.query.all()])


@orders_blueprint.route("/<int:number>")
def show_order(number):
    return jsonify(Order.query.get_or_404(number).as_json())

from flask import Blueprint, current_app, jsonify

orders_blueprint = Blueprint("orders", __name__)


@orders_blueprint.route("")
def list_orders():
    return jsonify([])


@orders_blueprint.route("/<int:number>", methods=["GET", "DELETE"])
def show_order(number):
    current_app.logger.info("order %s", number)
    return jsonify(number=number)

from flask import Blueprint, abort, jsonify, request

from database import get_db
from services.order_service import save_order

orders_blueprint = Blueprint("orders", __name__)


@orders_blueprint.post("")
def add_order():
    data = request.get_json()
    name, price = data["name"], data["price"]
    number = save_order(name, price)
    return jsonify(number=number), 201


@orders_blueprint.get("/<int:number>")
def show_order(number):
    db = get_db()
    row = db.execute("SELECT * FROM orders WHERE id = ?", (number,)).fetchone()
    if row is None:
        abort(404)
    db.execute("UPDATE orders SET seen = 1 WHERE id = ?", (number,))
    db.commit()
    return jsonify(dict(row))

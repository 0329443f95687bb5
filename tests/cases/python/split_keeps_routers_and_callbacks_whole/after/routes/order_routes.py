from flask import Blueprint, jsonify

from extensions import auth

orders_bp = Blueprint("orders", __name__)


@orders_bp.get("/")
@auth.login_required
def list_orders():
    return jsonify([])

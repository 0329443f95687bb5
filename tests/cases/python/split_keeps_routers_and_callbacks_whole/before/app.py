from flask import Blueprint, Flask, jsonify
from flask_httpauth import HTTPBasicAuth

app = Flask(__name__)
auth = HTTPBasicAuth()
orders_bp = Blueprint("orders", __name__)
USERS = {"ada": "x"}


@auth.verify_password
def verify(name, password):
    return USERS.get(name) == password


@orders_bp.get("/")
@auth.login_required
def list_orders():
    return jsonify([])


@app.get("/parts")
@auth.login_required
def list_parts():
    return jsonify([])


@app.get("/parts/<name>")
def show_part(name):
    return name


app.register_blueprint(orders_bp, url_prefix="/orders")

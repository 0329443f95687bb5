from flask import Blueprint, jsonify

from extensions import auth

parts_blueprint = Blueprint("parts", __name__)


@parts_blueprint.get("")
@auth.login_required
def list_parts():
    return jsonify([])


@parts_blueprint.get("/<name>")
def show_part(name):
    return name

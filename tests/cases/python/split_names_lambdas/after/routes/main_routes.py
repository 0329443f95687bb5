from flask import Blueprint

main_blueprint = Blueprint("main", __name__)


@main_blueprint.route("/health", endpoint="health")
def get_health():
    return "ok"

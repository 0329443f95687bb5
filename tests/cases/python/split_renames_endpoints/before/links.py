from flask import url_for

from server import app


def links():
    with app.test_request_context():
        return [url_for("list_orders"), url_for("order", number=2), "order"]

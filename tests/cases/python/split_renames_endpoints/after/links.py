from flask import url_for

from server import app


def links():
    with app.test_request_context():
        return [url_for("orders.list_orders"), url_for("orders.order", number=2), "order"]

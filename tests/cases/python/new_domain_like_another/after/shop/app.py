from flask import Flask

from shop.routes.invoice_routes import invoices
from shop.routes.order_routes import orders


def create_app():
    app = Flask(__name__)
    app.register_blueprint(orders, url_prefix="/orders")
    app.register_blueprint(invoices, url_prefix="/invoices")
    return app

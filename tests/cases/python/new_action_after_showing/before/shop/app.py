from flask import Flask

from shop.routes.order_routes import orders


def create_app():
    app = Flask(__name__)
    app.register_blueprint(orders, url_prefix="/orders")
    return app

"""The shop."""

from flask import Flask, jsonify, request

from routes.order_routes import orders_blueprint


def create_app(config=None):
    app = Flask(__name__)
    app.config.from_mapping(config or {})
    limit = app.config.get("LIMIT", 10)

    @app.route("/orders/top")
    def top_orders():
        return jsonify(list(range(limit)))

    app.register_blueprint(orders_blueprint, url_prefix="/orders")
    return app


if __name__ == "__main__":
    create_app().run()

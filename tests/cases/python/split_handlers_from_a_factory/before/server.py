"""The shop."""

from flask import Flask, jsonify, request


def create_app(config=None):
    app = Flask(__name__)
    app.config.from_mapping(config or {})
    limit = app.config.get("LIMIT", 10)

    @app.route("/orders")
    def list_orders():
        return jsonify([])

    @app.route("/orders/<int:number>", methods=["GET", "DELETE"])
    def show_order(number):
        app.logger.info("order %s", number)
        return jsonify(number=number)

    @app.route("/orders/top")
    def top_orders():
        return jsonify(list(range(limit)))

    return app


if __name__ == "__main__":
    create_app().run()

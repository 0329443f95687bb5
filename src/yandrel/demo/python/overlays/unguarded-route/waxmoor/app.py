"""The application: made here, nowhere else."""

from flask import Flask

from waxmoor.config import Config
from waxmoor.database import Store
from waxmoor.middleware.error_middleware import register_error_handlers
from waxmoor.routes import mount_routes


def create_app(config=None):
    app = Flask(__name__)
    app.config.from_object(config or Config())
    app.extensions["store"] = Store()
    register_error_handlers(app)
    mount_routes(app)
    return app


def main():
    create_app().run(port=5080)


if __name__ == "__main__":
    main()

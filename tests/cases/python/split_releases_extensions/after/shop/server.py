import os

from flask import Flask

from shop.database import db
from shop.routes.order_routes import orders_blueprint

app = Flask(__name__)
app.config["SQLALCHEMY_DATABASE_URI"] = os.environ.get("DATABASE_URL", "sqlite:///shop.db")
db.init_app(app)

app.register_blueprint(orders_blueprint, url_prefix="/api/orders")

with app.app_context():
    db.create_all()

from flask import Flask

from routes.order_routes import orders_bp
from routes.part_routes import parts_blueprint

app = Flask(__name__)

app.register_blueprint(parts_blueprint, url_prefix="/parts")
app.register_blueprint(orders_bp, url_prefix="/orders")

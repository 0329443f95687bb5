from flask import Flask

from routes.order_routes import orders_blueprint

app = Flask(__name__)

app.register_blueprint(orders_blueprint, url_prefix="/orders")

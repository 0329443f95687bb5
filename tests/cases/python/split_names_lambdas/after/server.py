from flask import Flask

from routes.main_routes import main_blueprint
from routes.order_routes import orders_blueprint

app = Flask(__name__)

app.register_blueprint(main_blueprint)
app.register_blueprint(orders_blueprint, url_prefix="/orders")

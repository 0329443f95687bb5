import os

from flask import Flask, jsonify
from flask_sqlalchemy import SQLAlchemy

app = Flask(__name__)
app.config["SQLALCHEMY_DATABASE_URI"] = os.environ.get("DATABASE_URL", "sqlite:///shop.db")
db = SQLAlchemy(app)


class Order(db.Model):
    id = db.Column(db.Integer, primary_key=True)
    name = db.Column(db.String(80))

    def as_json(self):
        return {"id": self.id, "name": self.name}


@app.route("/api/orders")
def list_orders():
    return jsonify([order.as_json() for order in Order.query.all()])


@app.route("/api/orders/<int:number>")
def show_order(number):
    return jsonify(Order.query.get_or_404(number).as_json())


with app.app_context():
    db.create_all()

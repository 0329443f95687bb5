import sqlite3

from flask import Flask, abort, jsonify, request

app = Flask(__name__)


def get_db():
    connection = sqlite3.connect("shop.db")
    connection.row_factory = sqlite3.Row
    return connection


@app.post("/orders")
def add_order():
    data = request.get_json()
    name, price = data["name"], data["price"]
    db = get_db()
    cursor = db.execute("INSERT INTO orders (name, price) VALUES (?, ?)", (name, price))
    db.commit()
    number = cursor.lastrowid
    return jsonify(number=number), 201


@app.get("/orders/<int:number>")
def show_order(number):
    db = get_db()
    row = db.execute("SELECT * FROM orders WHERE id = ?", (number,)).fetchone()
    if row is None:
        abort(404)
    db.execute("UPDATE orders SET seen = 1 WHERE id = ?", (number,))
    db.commit()
    return jsonify(dict(row))

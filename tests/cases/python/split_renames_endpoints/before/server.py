from flask import Flask, redirect, render_template, url_for

app = Flask(__name__)


@app.route("/orders")
def list_orders():
    return render_template("orders.html")


@app.route("/orders/<int:number>", endpoint="order")
def show_order(number):
    return redirect(url_for("list_orders", _anchor="order"))

from flask import Blueprint, redirect, render_template, url_for

orders_blueprint = Blueprint("orders", __name__)


@orders_blueprint.route("")
def list_orders():
    return render_template("orders.html")


@orders_blueprint.route("/<int:number>", endpoint="order")
def show_order(number):
    return redirect(url_for("orders.list_orders", _anchor="order"))

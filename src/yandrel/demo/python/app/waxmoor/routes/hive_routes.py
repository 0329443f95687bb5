"""Routes of hives."""

from flask import Blueprint

from waxmoor.controllers.hive_controller import HiveController

hives = Blueprint("hives", __name__)


@hives.get("")
def list_hives():
    return HiveController().index()


@hives.post("")
def add_hive():
    return HiveController().create()


@hives.get("/count")
def count_hives():
    return HiveController().count()


@hives.get("/<int:number>")
def show_hive(number):
    return HiveController().show(number)


@hives.put("/<int:number>")
def move_hive(number):
    return HiveController().update(number)


@hives.delete("/<int:number>")
def give_up_hive(number):
    return HiveController().delete(number)

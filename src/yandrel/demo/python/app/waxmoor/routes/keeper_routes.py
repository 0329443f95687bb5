"""Routes of keepers."""

from flask import Blueprint

from waxmoor.controllers.keeper_controller import KeeperController

keepers = Blueprint("keepers", __name__)


@keepers.get("")
def list_keepers():
    return KeeperController().index()


@keepers.post("")
def add_keeper():
    return KeeperController().create()


@keepers.get("/<int:number>")
def show_keeper(number):
    return KeeperController().show(number)


@keepers.get("/keepers/<int:number>/hives")
def hives_of_keeper(number):
    return KeeperController().hives(number)

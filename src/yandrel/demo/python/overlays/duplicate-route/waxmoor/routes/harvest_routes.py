"""Routes of harvests."""

from flask import Blueprint

from waxmoor.controllers.harvest_controller import HarvestController

harvests = Blueprint("harvests", __name__)


@harvests.get("")
def list_harvests():
    return HarvestController().index()


@harvests.post("")
def add_harvest():
    return HarvestController().create()


@harvests.get("/totals")
def sum_up_harvests():
    return HarvestController().totals()


@harvests.get("/<int:number>")
def show_harvest(number):
    return HarvestController().show(number)


@harvests.delete("/<int:number>")
def cancel_harvest(number):
    return HarvestController().delete(number)


@harvests.get("/totals")
def sum_up_all_harvests():
    return HarvestController().totals()

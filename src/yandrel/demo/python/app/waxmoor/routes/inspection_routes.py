"""Routes of inspections."""

from flask import Blueprint

from waxmoor.controllers.inspection_controller import InspectionController

inspections = Blueprint("inspections", __name__)


@inspections.get("/hives/<int:hive>/inspections")
def list_inspections(hive):
    return InspectionController().index(hive)


@inspections.post("/hives/<int:hive>/inspections")
def add_inspection(hive):
    return InspectionController().create(hive)


@inspections.get("/inspections/warnings")
def list_warnings():
    return InspectionController().warnings()

"""Requests about inspections."""

from waxmoor.controllers.base_controller import BaseController
from waxmoor.schemas.inspection_schema import InspectionSchema
from waxmoor.services.inspection_service import InspectionService


class InspectionController(BaseController):
    """Inspections of one hive, and warnings."""

    schema = InspectionSchema

    def __init__(self):
        self.service = InspectionService()

    def index(self, hive):
        return self.answer_many(self.service.list_inspections(hive))

    def create(self, hive):
        return self.answer(self.service.add_inspection(hive, self.read()), 201)

    def warnings(self):
        return self.answer_many(self.service.list_warnings())

"""Requests about harvests."""

from flask import jsonify

from waxmoor.controllers.base_controller import BaseController
from waxmoor.schemas.harvest_schema import HarvestSchema
from waxmoor.services.harvest_service import HarvestService


class HarvestController(BaseController):
    """Harvests, and their sums."""

    schema = HarvestSchema

    def __init__(self):
        self.service = HarvestService()

    def index(self):
        return self.answer_many(self.service.list_harvests())

    def show(self, number):
        return self.answer(self.service.show_harvest(number))

    def create(self):
        return self.answer(self.service.add_harvest(self.read()), 201)

    def delete(self, number):
        self.service.cancel_harvest(number)
        return self.answer_nothing()

    def totals(self):
        return jsonify(self.service.sum_up_harvests())

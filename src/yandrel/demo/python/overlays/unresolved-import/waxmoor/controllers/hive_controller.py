"""Requests about hives."""

from flask import jsonify

from waxmoor.controllers.base_controller import BaseController
from waxmoor.repositories.hive_repository import HiveRepository
from waxmoor.schemas.hive_schema import HiveShcema as HiveSchema
from waxmoor.services.hive_service import HiveService


class HiveController(BaseController):
    """Hives."""

    schema = HiveSchema

    def __init__(self):
        self.service = HiveService()

    def index(self):
        return self.answer_many(self.service.list_hives())

    def show(self, number):
        return self.answer(self.service.show_hive(number))

    def create(self):
        return self.answer(self.service.add_hive(self.read()), 201)

    def update(self, number):
        return self.answer(self.service.move_hive(number, self.read()["place"]))

    def delete(self, number):
        self.service.give_up_hive(number)
        return self.answer_nothing()

    def count(self):
        return jsonify({"hives": HiveRepository().count()})

"""Requests about keepers."""

from flask import jsonify

from waxmoor.controllers.base_controller import BaseController
from waxmoor.schemas.hive_schema import HiveSchema
from waxmoor.schemas.keeper_schema import KeeperSchema
from waxmoor.services.keeper_service import KeeperService


class KeeperController(BaseController):
    """Keepers, and the hives that they look after."""

    schema = KeeperSchema

    def __init__(self):
        self.service = KeeperService()

    def index(self):
        return self.answer_many(self.service.list_keepers())

    def show(self, number):
        return self.answer(self.service.show_keeper(number))

    def create(self):
        return self.answer(self.service.add_keeper(self.read()), 201)

    def hives(self, number):
        return jsonify(HiveSchema().dump_many(self.service.hives_of_keeper(number)))

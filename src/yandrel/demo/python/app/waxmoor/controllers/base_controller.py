"""What all controllers do alike."""

from flask import jsonify, request


class BaseController:
    """Reads requests, writes answers."""

    schema = None

    def read(self):
        return request.get_json(silent=True) or {}

    def answer(self, record, status=200):
        return jsonify(self.schema().dump(record)), status

    def answer_many(self, records):
        return jsonify(self.schema().dump_many(records))

    def answer_nothing(self):
        return "", 204

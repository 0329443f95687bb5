"""Errors become answers."""

from flask import jsonify

from waxmoor.shared.errors import WaxmoorError


def answer_error(error):
    return jsonify({"error": str(error)}), error.status


def register_error_handlers(app):
    app.register_error_handler(WaxmoorError, answer_error)

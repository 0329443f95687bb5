"""Routes of queens."""

from flask import Blueprint

queens = Blueprint("queens", __name__)


@queens.get("")
def list_queens():
    return []

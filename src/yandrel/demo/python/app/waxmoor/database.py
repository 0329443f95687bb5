"""The store: tables of rows, kept in memory."""

from flask import current_app


class Store:
    """Tables by name; rows by number."""

    def __init__(self):
        self.tables = {}
        self.numbers = {}

    def table(self, name):
        return self.tables.setdefault(name, {})

    def next_number(self, name):
        self.numbers[name] = self.numbers.get(name, 0) + 1
        return self.numbers[name]


def current_store():
    return current_app.extensions["store"]

"""Paths of handlers: what they are about, what they share, whether two can fit one request."""

import pytest

from yandrel.languages.python import grammar as g
from yandrel.languages.python.split.lifting import lift_handlers, name_handler
from yandrel.languages.python.split.reading import pieces_of, read_file
from yandrel.languages.python.split.routing import common_prefix, concept_of_path, find_apps, overlap


@pytest.mark.parametrize(
    ("path", "concept"),
    [
        ("/hives", "hive"),
        ("/api/v1/hives/<int:number>", "hive"),
        ("/bee-yards/{id}", "bee_yard"),
        ("/", ""),
        ("/{anything}", ""),
        ("/api", ""),
        ("/robots.txt", "robot"),
    ],
)
def test_what_a_path_is_about(path: str, concept: str) -> None:
    assert concept_of_path(path) == concept


@pytest.mark.parametrize(
    ("paths", "prefix"),
    [
        (["/hives", "/hives/<n>"], "/hives"),
        (["/api/hives", "/api/hives/{n}/frames"], "/api/hives"),
        (["/hives", "/hives-of-old"], ""),
        (["/hives/", "/hives/<n>"], "/hives"),
        (["/hives", "/api/hives"], ""),
        (["/api", "/api/hives"], ""),
    ],
)
def test_the_common_prefix(paths: list[str], prefix: str) -> None:
    assert common_prefix(paths, "hives") == prefix


@pytest.mark.parametrize(
    ("first", "second", "both"),
    [
        ("/hives/{n}", "/hives/latest", True),
        ("/hives/{n}", "/hives", False),
        ("/{kind}/latest", "/hives/{n}", True),
        ("/hives/{n}/frames", "/{kind}/{n}/queens", False),
        ("/files/{rest:path}", "/files/a/b/c", True),
        ("/hives", "/harvests", False),
        ("/hives/", "/hives", False),
    ],
)
def test_paths_that_fit_one_request(first: str, second: str, both: bool) -> None:
    assert overlap(first, second) is both
    assert overlap(second, first) is both


def test_lambdas_get_names() -> None:
    assert name_handler("GET", "/orders/<int:n>/parts", set()) == "get_orders_parts"
    assert name_handler("get", "/", set()) == "get_root"
    assert name_handler("get", "/orders", {"get_orders"}) == "get_orders_2"


FACTORY = b"""\
from flask import Flask


def create_app():
    app = Flask(__name__)
    limit = 3

    @app.get("/hives")
    def list_hives():
        return str(app.name)

    @app.get("/hives/top")
    def top_hives():
        return str(limit)

    return app
"""


def test_closures_are_lifted_where_they_close_over_the_application_alone() -> None:
    text, notes, owners = lift_handlers(FACTORY, "server.py")
    assert owners == {"list_hives": "app"}
    assert [(note.text, note.line) for note in notes] == [("top_hives", 12)]
    assert b'\n@app.get("/hives")\ndef list_hives():\n    return str(current_app.name)\n' in text
    assert b"        return str(limit)\n" in text
    assert not g.parse(text).root_node.has_error
    again, _, none = lift_handlers(FACTORY, "server.py", frozenset({"list_hives"}))
    assert (again, none) == (FACTORY, {})


ONE_FILE = b"""\
import os

from flask import Flask, jsonify
from flask_login import LoginManager

app = Flask(__name__)
login = LoginManager(app)
KEY = os.environ["KEY"]
HERE = os.path.dirname(__file__)
orders = []
total = 0


@login.user_loader
def load_user(name):
    return name


class Order:
    pass


@app.get("/orders")
def list_orders():
    return jsonify(orders)


@app.post("/orders")
def add_order():
    global total
    total += 1
    return str(total)


@app.errorhandler(404)
def not_found(error):
    return app.name, 404


def helper():
    return app.name


def main():
    app.run()
"""


def test_what_the_pieces_are() -> None:
    reading = read_file(ONE_FILE, {})
    pieces = {p.name: p for p in pieces_of(reading, {})}
    assert [a.name for a in find_apps(reading.root, ONE_FILE)] == ["app"]
    assert {n: p.role for n, p in pieces.items()} == {
        "login": "extension", "KEY": "config", "HERE": "constant", "orders": "state", "total": "",
        "load_user": "", "Order": "model", "list_orders": "route", "add_order": "route",
        "not_found": "middleware", "helper": "", "main": "",
    }  # fmt: skip
    assert pieces["HERE"].beside
    assert pieces["load_user"].follows == "login"
    assert pieces["list_orders"].needs == {"orders"}
    assert {h.group for h in reading.handlers} == {"orders"}


def test_why_pieces_stay() -> None:
    pieces = {p.name: p.stays for p in pieces_of(read_file(ONE_FILE, {}), {}) if p.stays}
    assert pieces == {
        "total": "total is bound more than once",
        "add_order": "it shares total, which is bound anew while the program runs",
        "helper": "it uses app outside of a request",
        "main": "it uses app outside of a request",
    }

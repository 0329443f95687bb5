"""Faults of route tables: what is one, and what only looks like one."""

import json
from pathlib import Path

import pytest

from tests.conftest import Yandrel, write_tree

MAIN = """
from flask import Flask
from hives import hives
from keepers import keepers

app = Flask(__name__)
app.register_blueprint(hives, url_prefix="/hives")
app.register_blueprint(keepers, url_prefix="/k")
"""


def _blueprint(name: str) -> str:
    return (
        f'from flask import Blueprint\n\n{name} = Blueprint("{name}", __name__)\n\n\n'
        f'@{name}.get("/{name}-list")\ndef list_all():\n    return []\n'
    )


TWO = {"main.py": MAIN, "hives.py": _blueprint("hives"), "keepers.py": _blueprint("keepers")}
CLASSES = """
from flask import Blueprint, Flask


class Part(Blueprint):
    def __init__(self, name, import_name, **kwargs):
        kwargs.setdefault("url_prefix", "/" + name)
        kwargs.setdefault("template_folder", "templates")
        kwargs.setdefault("static_folder", None)
        self.parts = []
        super().__init__(name, import_name, **kwargs)

    def register(self, app, options):
        super().register(app, options)
        for part in list(dict.fromkeys(self.parts)):
            app.register_blueprint(part)


class Hives(Part):
    def __init__(self, import_name, **kwargs):
        Part.__init__(self, "hives", import_name, **kwargs)

    def register(self, app, options):
        self.parts.append(frames)
        super().register(app, options)


frames = Part("frames", __name__)
hives = Hives(__name__)


@frames.get("/all")
def all_frames(): ...


@hives.get("/all")
def all_hives(): ...


app = Flask(__name__)
app.register_blueprint(hives)
"""
FACTORY = """
const express = require('express');
function make(name) {
  const app = express();
  app.get('/', (ask, reply) => reply.send(name));
  return app;
}
make('hives').listen(1);
make('keepers').listen(2);
"""
EXPRESSIONS = """
const express = require('express');
const app = express();
app.get(/^\\/(@[a-z]+)$/, (ask, reply) => reply.end());
app.get('/:name', (ask, reply) => reply.end());
app.get('/hives/:number(\\\\d+)', (ask, reply) => reply.end());
app.get('/hives/count', (ask, reply) => reply.end());
app.get('/queens/:name([a-z]+)', (ask, reply) => reply.end());
app.get('/queens/count', (ask, reply) => reply.end());
app.use(express.json());
"""


def faults_of(root: Path, yandrel: Yandrel) -> list[str]:
    report = json.loads(yandrel(root, "routes", "--format", "json").out)
    return [f"{fault['rule']} {fault['unit']}:{fault['line']}" for fault in report["faults"]]


UNMOUNTED: dict[str, tuple[dict[str, str], list[str]]] = {
    "nothing names it": ({}, ["unmounted-routes queens.py:3"]),
    "it is imported only": ({"more.py": "from queens import queens\n"}, ["unmounted-routes queens.py:3"]),
    "something else of its file is used": (
        {"more.py": "from queens import list_all\n\nprint(list_all())\n"},
        ["unmounted-routes queens.py:3"],
    ),
    "another file gives it away": ({"more.py": "from queens import queens\n\nprint(queens)\n"}, []),
    "a string names its file": ({"more.py": 'PARTS = ["queens"]\n'}, []),
}


@pytest.mark.parametrize("case", UNMOUNTED)
def test_router_is_unmounted_where_nothing_uses_it(case: str, tmp_path: Path, yandrel: Yandrel) -> None:
    files, wanted = UNMOUNTED[case]
    root = write_tree(tmp_path / "app", {**TWO, "queens.py": _blueprint("queens"), **files})
    assert faults_of(root, yandrel) == wanted


def test_routers_that_are_found_by_walking_are_no_faults(tmp_path: Path, yandrel: Yandrel) -> None:
    files = {f"{name}.py": _blueprint(name) for name in ("queens", "frames", "supers")}
    assert faults_of(write_tree(tmp_path / "app", {**TWO, **files}), yandrel) == []


def test_blueprints_with_a_register_of_their_own(tmp_path: Path, yandrel: Yandrel) -> None:
    root = write_tree(tmp_path / "app", {"app.py": CLASSES})
    rows = json.loads(yandrel(root, "routes", "--format", "json").out)["routes"]
    own = {row["pattern"] for row in rows if not row["outside"]}
    assert own == {"/hives/all", "/frames/all"}
    assert all(row["certain"] for row in rows)


def test_two_servers_share_no_path(tmp_path: Path, yandrel: Yandrel) -> None:
    assert faults_of(write_tree(tmp_path / "app", {"server.js": FACTORY}), yandrel) == []


def test_conditions_tell_paths_apart(tmp_path: Path, yandrel: Yandrel) -> None:
    """The digits hide no word, the letters do; a parser may come late where no route takes a body."""
    root = write_tree(tmp_path / "app", {"server.js": EXPRESSIONS})
    assert faults_of(root, yandrel) == ["shadowed-route server.js:9"]


def test_slash_at_the_end_tells_paths_apart(tmp_path: Path, yandrel: Yandrel) -> None:
    text = "from fastapi import FastAPI\n\napp = FastAPI()\n\n\n"
    text += '@app.get("/hives")\n@app.get("/hives/")\ndef hives(): ...\n\n\n'
    twice = text + '@app.get("/hives")\ndef again(): ...\n'
    assert faults_of(write_tree(tmp_path / "a", {"main.py": text}), yandrel) == []
    assert faults_of(write_tree(tmp_path / "b", {"main.py": twice}), yandrel) == [
        "duplicate-route main.py:11"
    ]


def test_part_that_is_written_twice_is_meant(tmp_path: Path, yandrel: Yandrel) -> None:
    files = {**TWO, "hives.py": TWO["hives.py"].replace("/hives-list", "/hives")}
    assert faults_of(write_tree(tmp_path / "a", files), yandrel) == ["doubled-prefix hives.py:6"]
    files["hives.py"] = TWO["hives.py"].replace("/hives-list", "/hives/hives")
    assert faults_of(write_tree(tmp_path / "b", files), yandrel) == []

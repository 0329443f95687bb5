"""The reading of routes ends, and says what was cut, whatever the code."""

import json
from pathlib import Path

import pytest

from tests.conftest import Yandrel, write_tree
from yandrel.app.workspace import Workspace
from yandrel.frameworks.flask import FlaskFamily
from yandrel.frameworks.protocol import Evaluation
from yandrel.frameworks.values import Arguments, Place, Router
from yandrel.routes.table import read_routes

HEAD = "from flask import Flask\napp = Flask(__name__)\n@app.get('/known')\ndef known(): ...\n"
GROWING = (
    "x = ['a', 'b']\n"
    + "x = x + x\n" * 200
    + "y = 'ab'\n"
    + "y = y + y\n" * 200
    + "n = 9\n"
    + "n = n + n\n" * 300
)
CALLING = "def one(route): two(route)\n\ndef two(route): one(route); one(route)\n\none('/x')\n"
DEEP = "z = " + "(" * 400 + "1" + ")" * 400 + "\n" + "w = " + "f(" * 300 + "1" + ")" * 300 + "\n"
LOOPING = (
    "many = ['/a'] * 3\nmany = list(range(5)) + [str(n) for n in many]\n"
    "for a in many:\n    for b in many:\n        for c in many:\n            app.add_url_rule(a, b, known)\n"
)


@pytest.mark.parametrize(
    "text", [GROWING, CALLING, DEEP, LOOPING], ids=["growing", "calling", "deep", "looping"]
)
def test_reading_ends(text: str, tmp_path: Path, yandrel: Yandrel) -> None:
    root = write_tree(tmp_path / "app", {"app.py": HEAD + text})
    done = yandrel(root, "routes", "--format", "json")
    assert done.status == 0, done.err
    assert "/known" in {row["pattern"] for row in json.loads(done.out)["routes"]}


def test_fault_in_one_file_leaves_the_others(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    root = write_tree(tmp_path / "app", {"app.py": HEAD, "odd.py": HEAD.replace("/known", "/odd")})
    declare = FlaskFamily.method

    def failing(
        self: FlaskFamily, call: Evaluation, router: Router, name: str, given: Arguments, at: Place
    ) -> object:
        if given.get(0) == "/odd":
            raise KeyError(name)
        return declare(self, call, router, name, given, at)

    monkeypatch.setattr(FlaskFamily, "method", failing)
    table = read_routes(Workspace.open(str(root)).index)
    assert table.failed == ("odd.py:3",)
    assert "/known" in {route.pattern for route in table.routes}

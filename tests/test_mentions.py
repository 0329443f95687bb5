"""Paths of what moved in any text file are listed: scripts, units, lists, crontabs."""

import json
from pathlib import Path

import pytest

from tests.conftest import Yandrel, write_tree

MOVE = ("move", "lib/hooks/order.js", "lib/orders/order.js", "--format", "json")
FILES: dict[str, str | bytes] = {
    "lib/hooks/order.js": "module.exports = { a: 1 }\n",
    "lib/app.js": "const order = require('./hooks/order')\n",
}


def listed(root: Path, yandrel: Yandrel) -> list[tuple[str, int, str]]:
    done = yandrel(root, *MOVE)
    assert done.status == 0, done.err
    return [(note["unit"], note["line"], note["text"]) for note in json.loads(done.out)["notes"]]


@pytest.mark.parametrize(
    ("path", "text", "told"),
    [
        ("run.sh", "x\nnode lib/hooks/order.js\n", "lib/hooks/order.js"),
        ("run.sh", "x\nnode ./lib/hooks/order.js\n", "./lib/hooks/order.js"),
        ("run.sh", "x\nnode /srv/app/lib/hooks/order.js\n", "/srv/app/lib/hooks/order.js"),
        ("run.sh", "x\nnode $HOME/lib/hooks/order.js\n", "$HOME/lib/hooks/order.js"),
        ("win.bat", "x\nnode lib\\hooks\\order.js\n", "lib\\hooks\\order.js"),
        ("crontab", "x\n* * * * * node lib/hooks/order.js\n", "lib/hooks/order.js"),
        (".env", "x\nMAIN=lib/hooks/order.js\n", "lib/hooks/order.js"),
        ("build.gradle", "x\nfile('lib/hooks/order.js')\n", "lib/hooks/order.js"),
        ("all.sources", "x\nlib/hooks/order.js\n", "lib/hooks/order.js"),
        (
            "bin/console",
            "#!/usr/bin/env php\n<?php require '../lib/hooks/order.js';\n",
            "../lib/hooks/order.js",
        ),
        ("list.json", '{\n"x": "lib/hooks/order"}\n', "lib/hooks/order"),
        ("lib/hooks/list", "x\norder.js\n", "order.js"),
        ("lib/worker.js", "//\nnew Worker('./hooks/order.js')\n", "./hooks/order.js"),
    ],
)
def test_a_path_is_listed(tmp_path: Path, yandrel: Yandrel, path: str, text: str, told: str) -> None:
    root = write_tree(tmp_path / "app", {**FILES, path: text})
    assert (path, 2, told) in listed(root, yandrel)


@pytest.mark.parametrize(
    ("path", "text"),
    [
        ("run.sh", "node mylib/hooks/order.js\nnode vendor/lib/hooks/order.js\nnode lib/hooks/order.jsx\n"),
        ("run.sh", "node lib/hooks/order.js.bak\nlib/hooks/order-more.js\n../lib/hooks/order.js\n"),
        ("README.md", "GET /lib/hooks/order and hooks/order\n"),
        ("lib/more.js", "get('/lib/hooks/order'); load('hooks/order')\n"),
        ("data.bin", "lib/hooks/order.js\0"),
        ("steps.txt", "lib/orders/order.js\n"),
    ],
)
def test_other_paths_are_not_listed(tmp_path: Path, yandrel: Yandrel, path: str, text: str) -> None:
    root = write_tree(tmp_path / "app", {**FILES, path: text})
    assert [note for note in listed(root, yandrel) if note[0] == path] == []


def test_many_files_with_the_same_path_are_one_note(tmp_path: Path, yandrel: Yandrel) -> None:
    scripts: dict[str, str | bytes] = {f"s{number}.sh": "node lib/hooks/order.js\n" for number in range(9)}
    root = write_tree(tmp_path / "app", {**FILES, **scripts})
    assert listed(root, yandrel) == [("s0.sh", 1, "lib/hooks/order.js")]

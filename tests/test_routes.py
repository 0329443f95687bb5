"""`yandrel routes`: filters, forms, comparison, faults, bad input."""

import json
import subprocess
from pathlib import Path

import pytest

from tests.conftest import Yandrel, write_tree
from yandrel.demo.copy import copy_waxmoor, languages

SERVER = {
    "package.json": '{"name": "waxmoor", "dependencies": {"express": "4"}}',
    "app.js": (
        "const express = require('express');\n"
        "const app = express();\n"
        "app.get('/hives/:number', show);\n"
        "app.get('/hives/count', count); app.post('/hives/all', add);\n"
        "app.use(express.json());\n"
        "app.post('/hives', add);\n"
        "function show(req, res) {}\nfunction count(req, res) {}\nfunction add(req, res) {}\n"
    ),
}


@pytest.fixture
def waxmoor(tmp_path: Path) -> Path:
    copy_waxmoor(tmp_path / "app", layout=True)
    return tmp_path / "app"


def rows_of(text: str) -> list[tuple[str, str]]:
    return [(row["method"], row["pattern"]) for row in json.loads(text)["routes"]]


@pytest.mark.parametrize("language", languages())
def test_every_waxmoor_has_its_routes(language: str, tmp_path: Path, yandrel: Yandrel) -> None:
    copy_waxmoor(tmp_path / "app", language)
    rows = json.loads(yandrel(tmp_path / "app", "routes", "--format", "json").out)["routes"]
    assert {row["pattern"].split("/")[1] for row in rows if row["certain"]} >= {"hives", "keepers"}
    assert all(row["handler"] and row["line"] for row in rows)


def test_filters(waxmoor: Path, yandrel: Yandrel) -> None:
    every = rows_of(yandrel(waxmoor, "routes", "--format", "json").out)
    hives = rows_of(yandrel(waxmoor, "routes", "--under", "/hives", "--format", "json").out)
    deletes = rows_of(yandrel(waxmoor, "routes", "--method", "delete", "--format", "json").out)
    keepers = rows_of(yandrel(waxmoor, "routes", "--domain", "keepers", "--format", "json").out)
    guarded = rows_of(yandrel(waxmoor, "routes", "--guard", "require_key", "--format", "json").out)
    of_file = yandrel(waxmoor, "routes", "--file", "waxmoor/routes/season_routes.py", "--format", "json").out
    assert hives == [row for row in every if row[1] == "/hives" or row[1].startswith("/hives/")]
    assert deletes == [row for row in every if row[0] == "DELETE"] != []
    assert {row[1].split("/")[1] for row in keepers} == {"keepers"}
    assert len(guarded) == len(every) - 1
    assert rows_of(of_file) == [("GET", "/today")]


def test_groups_and_matrix(waxmoor: Path, yandrel: Yandrel) -> None:
    assert "hives (6)" in yandrel(waxmoor, "routes").out
    assert "/harvests (5)" in yandrel(waxmoor, "routes", "--by", "mount").out
    matrix = yandrel(waxmoor, "routes", "--by", "resource").out
    assert "resource" in matrix
    assert "/hives/{hive}/inspections" in matrix


def test_description_is_openapi(waxmoor: Path, yandrel: Yandrel) -> None:
    document = json.loads(yandrel(waxmoor, "routes", "--format", "openapi").out)
    show = document["paths"]["/hives/{number}"]
    assert document["openapi"] == "3.1.0"
    assert show["parameters"][0]["name"] == "number"
    assert set(show) >= {"get", "put", "delete"}
    ids = [
        o["operationId"] for item in document["paths"].values() for k, o in item.items() if k != "parameters"
    ]
    assert len(ids) == len(set(ids)) == 19  # but for the static files, which are a route of Flask itself


def test_saved_table_shows_what_changed(waxmoor: Path, yandrel: Yandrel) -> None:
    assert yandrel(waxmoor, "routes", "--save", "routes.json").status == 0
    assert "20 routes, the same" in yandrel(waxmoor, "routes", "--against", "routes.json").out
    place = waxmoor / "waxmoor/routes/harvest_routes.py"
    place.write_text(place.read_text().replace('"/totals"', '"/sums"'))
    done = yandrel(waxmoor, "routes", "--against", "routes.json")
    assert done.status == 1
    assert "+ GET /harvests/sums" in done.out
    assert "- GET /harvests/totals" in done.out


def test_revision_shows_what_changed(waxmoor: Path, yandrel: Yandrel) -> None:
    for words in (
        ("init", "-q"),
        ("add", "."),
        ("-c", "user.name=a", "-c", "user.email=a@b", "commit", "-qm", "x"),
    ):
        subprocess.run(["git", *words], cwd=waxmoor, check=True)
    place = waxmoor / "waxmoor/app.py"
    place.write_text(place.read_text().replace("    app.before_request(require_key)\n", ""))
    done = yandrel(waxmoor, "routes", "--against", "HEAD", "--format", "json")
    changes = json.loads(done.out)["changes"]
    assert done.status == 1
    assert {change["what"] for change in changes} == {"guards"}
    assert len(changes) == 19


def test_faults_by_order(tmp_path: Path, yandrel: Yandrel) -> None:
    root = write_tree(tmp_path / "app", SERVER)
    faults = json.loads(yandrel(root, "routes", "--format", "json").out)["faults"]
    assert [(fault["rule"], fault["line"]) for fault in faults] == [
        ("shadowed-route", 4),
        ("late-middleware", 5),
    ]


def test_move_keeps_routes(waxmoor: Path, yandrel: Yandrel) -> None:
    words = ("waxmoor/routes/hive_routes.py", "waxmoor/hives/routes.py", "--keep-routes")
    done = yandrel(waxmoor, "move", *words)
    assert done.status == 0, done.err
    assert "20 routes before and after, the same" in done.out


def test_bad_input_is_one_line(waxmoor: Path, yandrel: Yandrel) -> None:
    (waxmoor / "odd.json").write_text("{}")
    (waxmoor / "old.json").write_text('{"version": 0, "table": {"routes": []}}')
    for words, said in (
        (("--against", "odd.json"), "odd.json holds no route table"),
        (("--against", "old.json"), "old.json was saved by another version"),
        (("--against", "nowhere"), "nowhere"),
        (("--save", "../out.json"), "outside the application"),
    ):
        done = yandrel(waxmoor, "routes", *words)
        assert done.status == 2
        assert said in done.err
        assert done.err.count("\n") == 1


def test_application_without_routes_says_what_was_looked_for(tmp_path: Path, yandrel: Yandrel) -> None:
    root = write_tree(tmp_path / "app", {"a.py": "x = 1\n"})
    done = yandrel(root, "routes")
    assert done.status == 0
    assert done.out.startswith("No route found. Looked for: flask")


def test_changes_say_what_became_of_the_table(waxmoor: Path, yandrel: Yandrel) -> None:
    shown = yandrel(waxmoor, "new", "domain", "swarms", "--preview")
    assert "Routes: 20 before, 25 after, 5 differences" in shown.out
    made = json.loads(yandrel(waxmoor, "new", "domain", "swarms", "--format", "json").out)["routes"]
    assert (made["before"], made["after"]) == (20, 25)
    back = yandrel(waxmoor, "undo")
    assert "Routes: 25 before, 20 after" in back.out
    assert "gone     GET    /swarms   list_swarms" in back.out


def test_table_is_compared_only_where_it_is_known(tmp_path: Path, yandrel: Yandrel) -> None:
    copy_waxmoor(tmp_path / "app")
    words = ("move", "waxmoor/services/hive_service.py", "waxmoor/hives/", "--preview")
    assert "route" not in yandrel(tmp_path / "app", *words).out.rpartition("place")[2]
    yandrel(tmp_path / "app", "routes")
    assert "20 routes before and after, the same" in yandrel(tmp_path / "app", *words).out


def test_undo_works_where_the_layout_cannot_be_read(waxmoor: Path, yandrel: Yandrel) -> None:
    yandrel(waxmoor, "move", "waxmoor/services/hive_service.py", "waxmoor/services/hives.py")
    (waxmoor / "yandrel.toml").write_text("[roles\n")
    assert yandrel(waxmoor, "undo").status == 0
    assert (waxmoor / "waxmoor/services/hive_service.py").exists()


@pytest.mark.parametrize("language", languages())
def test_description_is_valid(language: str, tmp_path: Path, yandrel: Yandrel) -> None:
    validator = pytest.importorskip("openapi_spec_validator")
    copy_waxmoor(tmp_path / "app", language)
    validator.validate(json.loads(yandrel(tmp_path / "app", "routes", "--format", "openapi").out))


def test_prefix_moves_with_its_guard_and_back(waxmoor: Path, yandrel: Yandrel) -> None:
    before = {path: path.read_bytes() for path in waxmoor.rglob("*.*") if path.is_file()}
    report = json.loads(yandrel(waxmoor, "routes", "move", "/keepers", "/members", "--format", "json").out)
    assert len(report["rows"]) == 4
    assert {row["after"].split("/")[1] for row in report["rows"]} == {"members"}
    assert '"/members" = "require_key"' in (waxmoor / "yandrel.toml").read_text()
    assert any(note["unit"] == "tests/test_keepers.py" for note in report["notes"])
    assert yandrel(waxmoor, "undo").status == 0
    assert {path: path.read_bytes() for path in before} == before


def test_prefix_is_taken_back_where_the_command_fails(waxmoor: Path, yandrel: Yandrel) -> None:
    place = waxmoor / "waxmoor" / "routes" / "__init__.py"
    before = place.read_bytes()
    assert yandrel(waxmoor, "routes", "move", "/hives", "/colonies", "--then", "exit 1").status == 4
    assert place.read_bytes() == before


def test_new_and_split_keep_routes(waxmoor: Path, yandrel: Yandrel) -> None:
    before = rows_of(yandrel(waxmoor, "routes", "--format", "json").out)
    refused = yandrel(waxmoor, "new", "domain", "queens", "--like", "hives", "--keep-routes")
    assert refused.status == 3
    assert "would change 6 routes" in refused.err
    assert not (waxmoor / "waxmoor" / "routes" / "queen_routes.py").exists()
    cut = ("split", "waxmoor/services/hive_service.py:HiveService", "--by", "action", "--carry-out")
    assert yandrel(waxmoor, *cut, "--keep-routes").status == 0
    assert rows_of(yandrel(waxmoor, "routes", "--format", "json").out) == before


def test_undo_keeps_routes(waxmoor: Path, yandrel: Yandrel) -> None:
    assert yandrel(waxmoor, "move", "waxmoor/services/hive_service.py", "waxmoor/hives/work.py").status == 0
    assert yandrel(waxmoor, "routes", "move", "/hives", "/colonies").status == 0
    place = waxmoor / "waxmoor" / "routes" / "__init__.py"
    moved = place.read_bytes()
    refused = yandrel(waxmoor, "undo", "--keep-routes")
    assert refused.status == 3
    assert "would change 16 routes" in refused.err
    assert yandrel(waxmoor, "undo", "--keep-routes", "--to", "1").status == 2
    assert place.read_bytes() == moved
    assert yandrel(waxmoor, "undo").status == 0
    done = yandrel(waxmoor, "undo", "--keep-routes")
    assert done.status == 0
    assert "20 routes before and after, the same." in done.out

"""Domain: everything of one shown, and taken out where nothing needs it any more."""

import json
from pathlib import Path

from tests.conftest import Yandrel, read_tree
from yandrel.demo.copy import copy_waxmoor


def test_all_of_a_domain_is_shown(waxmoor: Path, yandrel: Yandrel) -> None:
    done = yandrel(waxmoor, "domain", "show", "hive")
    assert done.status == 0
    assert done.out.startswith("hives of waxmoor: 7 files, 1 test file, 6 routes, in 7 folders.\n")
    assert "  service     waxmoor/services/hive_service.py" in done.out
    assert "  GET /hives/{number}\n" in done.out
    assert "  keepers: 2 imports in waxmoor/controllers/keeper_controller.py and 1 more\n" in done.out
    assert "  list, add, count, show, move, give up\n" in done.out


def test_an_unknown_domain_names_the_nearest(waxmoor: Path, yandrel: Yandrel) -> None:
    done = yandrel(waxmoor, "domain", "show", "hiv")
    assert (done.status, done.err) == (2, "yandrel: no domain is called 'hiv'; did you mean hives?\n")


def test_a_removal_is_refused_line_by_line(waxmoor: Path, yandrel: Yandrel) -> None:
    before = read_tree(waxmoor)
    shown = yandrel(waxmoor, "domain", "remove", "harvests")
    assert shown.status == 0
    assert "  waxmoor/routes/__init__.py:3  (route)\n" in shown.out
    assert "      from waxmoor.routes.harvest_routes import harvests\n" in shown.out
    done = yandrel(waxmoor, "domain", "remove", "harvests", "--carry-out")
    assert done.status == 3
    assert "harvests: is needed in 1 place outside of it; take these out first" in done.err
    assert read_tree(waxmoor) == before


def test_a_domain_that_nothing_needs_goes(waxmoor: Path, yandrel: Yandrel) -> None:
    mounts = waxmoor / "waxmoor/routes/__init__.py"
    lines = mounts.read_text().splitlines(keepends=True)
    mounts.write_text("".join(line for line in lines if "harvest" not in line))
    before = read_tree(waxmoor)
    done = yandrel(waxmoor, "domain", "remove", "harvests", "--carry-out", "--format", "json")
    assert done.status == 0, done.err
    report = json.loads(done.out)
    assert report["tests"] == ["tests/test_harvests.py"]
    left = read_tree(waxmoor)
    assert set(before) - set(left) == {*report["files"], *report["tests"]}
    assert {path: text for path, text in before.items() if path in left} == left
    assert yandrel(waxmoor, "undo").status == 0
    assert read_tree(waxmoor) == before


def test_ties_past_doors_are_counted(tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "waxmoor"
    copy_waxmoor(root, layout=True)
    config = root / "yandrel.toml"
    door = '\ndoor = ["waxmoor/services/{domain:singular}_service.py"]\n'
    config.write_text(config.read_text().replace("\n[domains]", f"{door}\n[domains]", 1))
    found = json.loads(yandrel(root, "domain", "show", "hives", "--format", "json").out)
    ties = {tie["domain"]: (tie["imports"], tie["past_doors"]) for tie in found["used_by"]}
    assert ties["harvests"] == (1, 0)
    assert ties["keepers"][0] == 2

"""Domain: everything of one shown, and taken out where nothing needs it any more."""

import json
from pathlib import Path

import pytest

from tests.conftest import Yandrel, read_tree, write_tree
from yandrel.demo.copy import copy_waxmoor, languages


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
    assert "harvests: is needed in 1 place outside of it; take these out first, or cut" in done.err
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


LEFT = {
    "python": ("waxmoor/routes/__init__.py", "keeper"),
    "javascript": ("src/app.js", "eeper"),
    "typescript": ("src/app.ts", "eeper"),
    "php": ("src/Application.php", "Keeper"),
    "java": ("src/main/java/coop/waxmoor/Application.java", "Keeper"),
    "kotlin": ("src/main/kotlin/coop/waxmoor/Application.kt", "keeperRoutes"),
    "csharp": ("src/Waxmoor/Program.cs", "KeeperRoutes"),
    "go": ("main.go", "Keepers"),
    "swift": ("Sources/Waxmoor/Application.swift", "KeeperRoutes"),
}


@pytest.mark.parametrize("language", sorted(languages()))
def test_mounts_and_imports_are_cut(language: str, tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_waxmoor(root, language, layout=True)
    before = read_tree(root)
    old = json.loads(yandrel(root, "routes", "--format", "json").out)["routes"]
    done = yandrel(root, "domain", "remove", "keepers", "--cut", "--carry-out", "--format", "json")
    assert done.status == 0, done.err
    report = json.loads(done.out)
    unit, word = LEFT[language]
    assert report["needs"] == []
    assert unit in {place["unit"] for place in report["cut"]}
    after = read_tree(root)
    assert word.encode() in before[unit]
    assert word.encode() not in after[unit]
    new = json.loads(yandrel(root, "routes", "--format", "json").out)["routes"]
    gone = {(r["method"], r["pattern"]) for r in old} - {(r["method"], r["pattern"]) for r in new}
    assert gone
    assert all("/keepers" in pattern for _, pattern in gone)
    found = json.loads(yandrel(root, "check", "--format", "json").out)["findings"]
    assert not [f for f in found if f["rule"] == "unresolved-import"]
    assert yandrel(root, "undo").status == 0
    assert read_tree(root) == before


SHOP = {
    "shop/__init__.py": "",
    "shop/app.py": (
        "from flask import Flask\n\nfrom shop.routes import hive_routes, keeper_routes\n"
        "from shop.shared.letters import head\n\n\ndef make():\n    app = Flask(__name__)\n"
        "    app.register_blueprint(hive_routes.hives)\n"
        "    app.register_blueprint(keeper_routes.keepers, name=head())\n    return app\n"
    ),
    "shop/routes/__init__.py": (
        "from .hive_routes import hives\nfrom .keeper_routes import keepers\n\n"
        '__all__ = ["hives", "keepers"]\n'
    ),
    "shop/routes/hive_routes.py": 'from flask import Blueprint\n\nhives = Blueprint("hives", __name__)\n',
    "shop/routes/keeper_routes.py": (
        "from flask import Blueprint\n\nfrom shop.shared.stamps import stamp\n\n"
        'keepers = Blueprint("keepers", __name__)\nstamp()\n'
    ),
    "shop/shared/__init__.py": "",
    "shop/shared/letters.py": "def head():\n    return 1\n",
    "shop/shared/stamps.py": "def stamp():\n    return 1\n",
}


def test_names_that_are_handed_on_and_helpers_of_nobody_else_go_along(
    tmp_path: Path, yandrel: Yandrel
) -> None:
    write_tree(tmp_path, SHOP)
    done = yandrel(tmp_path, "domain", "remove", "keepers", "--cut", "--carry-out")
    assert done.status == 0, done.err
    after = read_tree(tmp_path)
    assert after["shop/routes/__init__.py"] == b'from .hive_routes import hives\n\n__all__ = ["hives"]\n'
    assert b"head" not in after["shop/app.py"]
    assert b"import hive_routes\n" in after["shop/app.py"]
    assert "shop/shared/stamps.py" not in after
    assert "shop/shared/letters.py" in after


def test_what_works_with_a_domain_is_not_cut_but_told(tmp_path: Path, yandrel: Yandrel) -> None:
    """A condition of a query, or a call among others, is no registration."""
    service = (
        "from shop.keeper_service import Keepers, is_keeper\n\n\nclass HiveService:\n"
        "    def add(self, user, hives):\n        require(is_keeper(user))\n        require(user)\n"
        "        return hives.where(user).where(Keepers.of(user)).all()\n\n\n"
        "def require(it):\n    assert it\n"
    )
    write_tree(
        tmp_path,
        {
            "yandrel.toml": '[roles]\nservice = "shop/{domain:singular}_service.py"\n',
            "shop/__init__.py": "",
            "shop/hive_service.py": service,
            "shop/keeper_service.py": "class Keepers:\n    pass\n\n\ndef is_keeper(user):\n    return user\n",
        },
    )
    before = read_tree(tmp_path)
    done = yandrel(tmp_path, "domain", "remove", "keepers", "--cut", "--carry-out")
    assert done.status == 3
    assert "needed in 2 places outside of it which cannot just be cut" in done.err
    assert "shop/hive_service.py:6: require(is_keeper(user))" in done.err
    assert "shop/hive_service.py:8: return hives.where(user).where(Keepers.of(user)).all()" in done.err
    assert read_tree(tmp_path) == before


def test_a_helper_of_tests_that_returns_something_of_it_is_told(tmp_path: Path, yandrel: Yandrel) -> None:
    write_tree(
        tmp_path,
        {
            **SHOP,
            "shop/routes/keeper_routes.py": "class KeeperForm:\n    pass\n",
            "tests/helpers.py": (
                "from shop.routes.keeper_routes import KeeperForm\n\n\ndef form():\n    return KeeperForm()\n"
            ),
            "tests/test_forms.py": (
                "from shop.routes.hive_routes import hives\n"
                "from shop.routes.keeper_routes import KeeperForm\n\n\n"
                "def test_form():\n    made = KeeperForm()\n    assert made\n\n\n"
                "def test_else():\n    assert hives\n"
            ),
            "shop/routes/__init__.py": "",
            "shop/app.py": "",
        },
    )
    shown = yandrel(tmp_path, "domain", "remove", "keepers", "--cut").out
    assert "Still needs it (1 place)\n  tests/helpers.py:5  (test)\n      return KeeperForm()\n" in shown
    assert "tests/test_forms.py:5  (test)\n      def test_form()" in shown

"""Forwarding left behind by a move: the old place goes on working, and check asks for its removal."""

import json
import subprocess
import sys
from pathlib import Path

import pytest

from tests.conftest import Yandrel, read_tree, write_tree
from yandrel.demo.copy import copy_waxmoor

PLACES = {
    "python": ("waxmoor/services/hive_service.py", "waxmoor/hives/"),
    "javascript": ("src/services/hive-service.js", "src/hives/"),
    "typescript": ("src/services/hive-service.ts", "src/hives/"),
    "php": ("src/Services/HiveService.php", "src/Hives/"),
}
TEXTS = {
    "python": (
        "# Forwards to waxmoor.hives.hive_service: import from there.\n"
        "from waxmoor.hives.hive_service import HiveService  # noqa: F401\n"
    ),
    "javascript": (
        "// Forwards to ../hives/hive-service: import from there.\n"
        "module.exports = require('../hives/hive-service');\n"
    ),
    "typescript": (
        "// Forwards to ../hives/hive-service.js: import from there.\n"
        "export * from '../hives/hive-service.js';\n"
    ),
    "php": (
        "<?php\n\n// Forwards to Waxmoor\\Hives: import from there.\n"
        "class_alias(\\Waxmoor\\Hives\\HiveService::class, 'Waxmoor\\Services\\HiveService');\n"
    ),
}


def forwarding_of(root: Path, yandrel: Yandrel) -> list[tuple[str, str]]:
    found = json.loads(yandrel(root, "check", "--format", "json").out)["findings"]
    return [(f["unit"], f["message"]) for f in found if f["rule"] == "forwarding"]


@pytest.mark.parametrize("language", sorted(PLACES))
def test_the_old_file_hands_on(language: str, tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_waxmoor(root, language)
    before = read_tree(root)
    old, folder = PLACES[language]
    done = yandrel(root, "move", old, folder, "--leave-forwarding", "--no-new-findings", "--keep-routes")
    assert done.status == 0, done.err
    assert read_tree(root)[old].decode() == TEXTS[language]
    [(unit, message)] = forwarding_of(root, yandrel)
    assert unit == old
    assert message.endswith("; nothing imports from here any more")
    assert yandrel(root, "undo").status == 0
    assert read_tree(root) == before


@pytest.mark.parametrize("language", ["java", "kotlin", "csharp", "go", "swift"])
def test_refused_where_a_file_cannot_do_that(language: str, tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_waxmoor(root, language)
    before = read_tree(root)
    services = (path for path in before if "hive" in path.lower() and "service" in path.lower())
    unit = next(path for path in services if "test" not in path.lower())
    done = yandrel(root, "move", unit, f"{unit.rpartition('/')[0]}/deeper/", "--leave-forwarding")
    assert done.status == 3
    assert "where a file cannot hand on what has left it" in done.err
    assert read_tree(root) == before


MODELS = "class Hive:\n    pass\n\n\nclass Keeper:\n    pass\n"


def test_a_file_that_stays_hands_on_what_left_it(tmp_path: Path, yandrel: Yandrel) -> None:
    write_tree(
        tmp_path,
        {
            "shop/__init__.py": "",
            "shop/models.py": MODELS,
            "shop/use.py": "from shop.models import Hive, Keeper\n\nprint(Hive, Keeper)\n",
        },
    )
    done = yandrel(tmp_path, "move", "shop/models.py:Hive", "shop/hives.py", "--leave-forwarding")
    assert done.status == 0, done.err
    text = (tmp_path / "shop/models.py").read_text()
    assert text.endswith(
        "\n\n\n# Forwards to shop.hives: import from there.\nfrom shop.hives import Hive  # noqa: F401\n"
    )
    code = "import shop.models, shop.use; assert shop.models.Hive.__module__ == 'shop.hives'"
    assert subprocess.run([sys.executable, "-c", code], cwd=tmp_path, check=False).returncode == 0


def test_those_who_name_the_old_place_are_counted(tmp_path: Path, yandrel: Yandrel) -> None:
    write_tree(tmp_path, {"shop/__init__.py": "", "shop/models.py": MODELS})
    assert yandrel(tmp_path, "move", "shop/models.py", "shop/kept.py", "--leave-forwarding").status == 0
    write_tree(tmp_path, {"shop/late.py": "from shop.models import Keeper\n\nprint(Keeper)\n"})
    assert forwarding_of(tmp_path, yandrel) == [
        ("shop/models.py", "forwards to shop.kept; 1 file still imports from here")
    ]


def test_a_list_can_say_so(tmp_path: Path, yandrel: Yandrel) -> None:
    moves = '[[step]]\nleave_forwarding = true\nmoves = ["shop/models.py -> shop/kept.py"]\n'
    write_tree(tmp_path, {"shop/__init__.py": "", "shop/models.py": MODELS, "moves.toml": moves})
    assert yandrel(tmp_path, "move", "--list", "moves.toml").status == 0
    assert "from shop.kept import Hive, Keeper" in (tmp_path / "shop/models.py").read_text()


def test_a_php_file_that_stays_keeps_one_opening(tmp_path: Path, yandrel: Yandrel) -> None:
    both = "<?php\n\nnamespace Shop\\Models;\n\nclass Hive\n{\n}\n\nclass Keeper\n{\n}\n"
    composer = json.dumps({"autoload": {"psr-4": {"Shop\\": "src/"}}})
    write_tree(tmp_path, {"composer.json": composer, "src/Models/Both.php": both})
    done = yandrel(tmp_path, "move", "src/Models/Both.php:Hive", "src/Hives/Hive.php", "--leave-forwarding")
    assert done.status == 0, done.err
    text = (tmp_path / "src/Models/Both.php").read_text()
    assert text.count("<?php") == 1
    assert text.endswith("class_alias(\\Shop\\Hives\\Hive::class, 'Shop\\Models\\Hive');\n")

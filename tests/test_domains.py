"""The list of domains: proposed, edited, and confirmed in yandrel.toml."""

import json
import tomllib
from pathlib import Path

import pytest

from tests.conftest import Yandrel, write_tree

FILES = {
    "app/controllers/hive_controller.py": "class HiveController: ...\n",
    "app/services/hive_service.py": "class HiveService: ...\n",
    "app/repositories/colony_repository.py": "class ColonyRepository: ...\n",
    "app/models/colony.py": "class Colony: ...\n",
    "app/services/colony_service.py": "class ColonyService: ...\n",
    "app/services/honey.py": "class Honey: ...\n",
    "app/services/keeper_service.py": "class KeeperService: ...\n",
    "app/models/keeper.py": "class Keeper: ...\n",
    "app/settings/models.py": "class Setting: ...\n",
}


@pytest.fixture
def root(tmp_path: Path) -> Path:
    return write_tree(tmp_path / "app", FILES)


def domains_of(root: Path, yandrel: Yandrel) -> dict[str, int]:
    report = json.loads(yandrel(root, "survey", "--domains", "--format", "json").out)
    return {row["name"]: row["files"] for row in report["domains"]}


def test_list_is_a_section_of_yandrel_toml(root: Path, yandrel: Yandrel) -> None:
    done = yandrel(root, "survey", "--domains")
    assert done.status == 0
    assert {"hives", "colonies", "keepers"} <= tomllib.loads(done.out)["domains"].keys()
    assert "# 2 files in 2 folders (2 by file), such as" in done.out
    (root / "yandrel.toml").write_text(done.out)
    assert tomllib.loads(yandrel(root, "survey", "--domains").out) == tomllib.loads(done.out)


def test_words_merge_and_rename(root: Path, yandrel: Yandrel) -> None:
    before = domains_of(root, yandrel)
    assert before["hives"] == 2
    assert before["colonies"] == 3
    lines = '[domains]\nbees = { words = ["hive", "colony"] }\nharvests = { words = ["honey"] }\n'
    (root / "yandrel.toml").write_text(lines)
    after = domains_of(root, yandrel)
    assert after == {"bees": 5, "keepers": before["keepers"], "harvests": 1, **_rest(before)}


def test_word_counts_though_it_mostly_says_nothing(root: Path, yandrel: Yandrel) -> None:
    (root / "yandrel.toml").write_text('[domains]\npreferences = { words = ["settings"] }\n')
    assert domains_of(root, yandrel)["preferences"] == 1


def test_files_stand_beside_words(root: Path, yandrel: Yandrel) -> None:
    lines = '[domains]\nbees = { files = ["app/services/honey.py"], words = ["hive"] }\n'
    (root / "yandrel.toml").write_text(lines)
    assert domains_of(root, yandrel)["bees"] == 3
    out = yandrel(root, "survey", "--domains").out
    assert 'bees = { files = ["app/services/honey.py"], words = ["hive"] }' in out


def test_bad_words_are_refused_in_one_line(root: Path, yandrel: Yandrel) -> None:
    for lines, said in (
        ('a = { words = ["hive"] }\nb = { words = ["hive"] }\n', "hive is a word of a and of b"),
        ("a = { words = 3 }\n", "a must be a text or a list of texts"),
        ('a = { names = ["hive"] }\n', "names"),
    ):
        (root / "yandrel.toml").write_text(f"[domains]\n{lines}")
        done = yandrel(root, "survey", "--domains")
        assert done.status == 2
        assert said in done.err
        assert done.err.count("\n") == 1


def _rest(before: dict[str, int]) -> dict[str, int]:
    return {name: count for name, count in before.items() if name not in ("hives", "colonies", "keepers")}

"""Stored models that move to another application: what the migration must say."""

import json
from pathlib import Path

import pytest

from tests.conftest import Yandrel, write_tree

MODELS = """from django.db import models


class Kept(models.Model):
    class Meta:
        abstract = True


class Hive(Kept):
    place = models.TextField()


class Frame(Kept):
    class Meta:
        db_table = "frames"


class Place:
    pass
"""
FILES = {
    "hives/__init__.py": "",
    "hives/apps.py": "",
    "hives/models.py": MODELS,
    "hives/migrations/__init__.py": "",
    "yards/__init__.py": "",
    "yards/apps.py": "",
}
STATE = (
    "its application changes from hives to yards: take it out of the state of hives, and into that of yards, "
    "with SeparateDatabaseAndState; "
)
CASES = {
    "its table is named": ("hives/models.py:Frame", "yards/models.py", STATE + "its table stays"),
    "its table is not": (
        "hives/models.py:Hive", "yards/models.py",
        STATE + 'write db_table = "hives_hive" to keep its table hives_hive',
    ),
    "renamed": (
        "hives/models.py:Hive", "hives/models.py:Skep",
        "its name changes: rename it in a migration; "
        'write db_table = "hives_hive" to keep its table hives_hive',
    ),
    "within its application": ("hives/models.py:Hive", "hives/kept.py", ""),
    "no model": ("hives/models.py:Place", "yards/models.py", ""),
}  # fmt: skip


@pytest.mark.parametrize("name", CASES)
def test_told_with_the_move(name: str, tmp_path: Path, yandrel: Yandrel) -> None:
    write_tree(tmp_path, FILES)
    source, target, expected = CASES[name]
    done = yandrel(tmp_path, "move", source, target, "--preview", "--format", "json")
    assert done.status == 0, done.err
    notes = [n["why"] for n in json.loads(done.out)["notes"] if n["text"].endswith(" is stored")]
    assert notes == ([expected] if expected else [])


def test_a_new_application_must_be_installed(tmp_path: Path, yandrel: Yandrel) -> None:
    write_tree(tmp_path, FILES)
    done = yandrel(
        tmp_path, "move", "hives/models.py:Hive", "queens/kept.py", "--preview", "--format", "json"
    )
    [note] = [n for n in json.loads(done.out)["notes"] if n["text"] == "Hive is stored"]
    assert note["why"].endswith("; queens must be in INSTALLED_APPS")

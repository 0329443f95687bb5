"""What is remembered between runs gives the same answers as starting afresh."""

import os
import random
import shutil
import time
from pathlib import Path

from tests.conftest import Yandrel, age, run_yandrel
from yandrel.demo.copy import copy_waxmoor

CHANGES = (
    ("waxmoor/models/hive.py", "\n\ndef grow(): ...\n"),
    ("waxmoor/models/hive.py", "\n# only a comment\n"),
    ("waxmoor/services/hive_service.py", "\nfrom waxmoor.models.keeper import Keeper\n"),
    ("waxmoor/models/keeper.py", "\nfrom waxmoor.services.keeper_service import KeeperService\n"),
    ("waxmoor/shared/season.py", "\nfrom waxmoor.models.harvest import Nothing\n"),
    ("waxmoor/controllers/new_controller.py", "class New: ...\n"),
    ("waxmoor/routes/__init__.py", "\nX = 1\n"),
)


def test_a_warm_check_says_what_a_cold_one_says(tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_waxmoor(root, layout=True)
    age(root)
    chance = random.Random(7)
    for step in range(12):
        warm = yandrel(root, "check", "--all")
        again = yandrel(root, "check", "--all")
        cold_root = tmp_path / f"cold{step}"
        shutil.copytree(root, cold_root, ignore=shutil.ignore_patterns(".yandrel"))
        cold = run_yandrel(cold_root, "check", "--all")
        assert warm.out == again.out == cold.out
        path, text = chance.choice(CHANGES)
        with open(root / path, "a") as handle:
            handle.write(text)
        past = time.time() - 10 + step / 100
        os.utime(root / path, (past, past))


def test_a_change_within_one_tick_is_seen(tmp_path: Path, yandrel: Yandrel) -> None:
    """Same size, same time: a file that is brand new is not trusted."""
    root = tmp_path / "app"
    root.mkdir()
    unit = root / "a.py"
    unit.write_text("from b import x\n")
    (root / "b.py").write_text("x = 1\n")
    assert yandrel(root, "check").status == 0
    stamp = unit.stat().st_mtime_ns
    unit.write_text("from b import y\n")
    os.utime(unit, ns=(stamp, stamp))
    assert yandrel(root, "check").status == 1


def test_a_broken_cache_is_made_anew(waxmoor: Path, yandrel: Yandrel) -> None:
    first = yandrel(waxmoor, "survey").out
    (waxmoor / ".yandrel" / "cache.sqlite").write_bytes(b"no database at all")
    for leftover in (waxmoor / ".yandrel").glob("cache.sqlite-*"):
        leftover.unlink()
    assert yandrel(waxmoor, "survey").out == first


def test_the_folder_keeps_itself_out_of_version_control(waxmoor: Path, yandrel: Yandrel) -> None:
    yandrel(waxmoor, "survey")
    assert (waxmoor / ".yandrel" / ".gitignore").read_text() == "*\n"

"""The demonstration: the whole job, on the shipped application, and that application's own tests."""

import subprocess
import sys
from pathlib import Path

from tests.conftest import Yandrel, read_tree


def run_own_tests(root: Path) -> str:
    done = subprocess.run(
        [sys.executable, "-m", "pytest", "-q", "-p", "no:cacheprovider"],
        cwd=root,
        capture_output=True,
        text=True,
        check=False,
        env={"PATH": "", "PYTHONDONTWRITEBYTECODE": "1"},
    )
    assert done.returncode == 0, done.stdout
    return done.stdout


def test_demo_walks_through(tmp_path: Path, yandrel: Yandrel) -> None:
    target = tmp_path / "demo"
    done = yandrel(tmp_path, "demo", str(target))
    assert done.status == 0
    for word in ("survey", "adopt", "check", "move", "undo"):
        assert f"$ yandrel {word}" in done.out
    assert "to the byte" in done.out
    assert "28 passed" in run_own_tests(target)


def test_demo_replaces_only_a_demo(tmp_path: Path, yandrel: Yandrel) -> None:
    target = tmp_path / "mine"
    target.mkdir()
    (target / "notes.txt").write_text("keep me")
    assert yandrel(tmp_path, "demo", str(target)).status == 3
    assert yandrel(tmp_path, "demo", str(target), "--replace").status == 3
    assert (target / "notes.txt").read_text() == "keep me"


def test_moves_and_undoes_keep_the_application_working(waxmoor: Path, yandrel: Yandrel) -> None:
    before = read_tree(waxmoor)
    moves = [
        ("waxmoor/models/", "waxmoor/records/"),
        ("waxmoor/services/harvest_service.py", "waxmoor/harvests/service.py"),
        ("waxmoor/repositories/base_repository.py:BaseRepository", "waxmoor/shared/storage.py"),
        ("waxmoor.ledger.in_kilograms", "waxmoor.shared.weights.as_kilograms"),
        ("waxmoor/validators/", "waxmoor/shared/"),
    ]
    for source, target in moves:
        done = yandrel(waxmoor, "move", source, target)
        assert done.status == 0, done.err
    assert "28 passed" in run_own_tests(waxmoor)
    assert yandrel(waxmoor, "undo", "--to", "1").status == 0
    assert read_tree(waxmoor) == before

"""adopt --ask: files whose role is not told are asked about, at the terminal or out of a file."""

import io
import json
import sys
import tomllib
from pathlib import Path

import pytest

from tests.conftest import Result, Yandrel, run_yandrel, write_tree

SCALES = {
    f"waxmoor/scales/{name}.py": (
        f"from waxmoor.scales.base import Scale\n\n\n"
        f"class {name.title()}(Scale):\n    def weigh(self):\n        return 1\n"
    )
    for name in ("acme", "bolt", "crane", "dial")
}
FILES: dict[str, str | bytes] = {
    **SCALES,
    "waxmoor/__init__.py": "",
    "waxmoor/scales/__init__.py": "",
    "waxmoor/scales/base.py": "class Scale:\n    def weigh(self): ...\n",
    "waxmoor/services/hive_service.py": "class HiveService: ...\n",
    "waxmoor/services/honey_service.py": "class HoneyService: ...\n",
    "waxmoor/services/keeper_service.py": "class KeeperService: ...\n",
}


@pytest.fixture
def root(tmp_path: Path) -> Path:
    return write_tree(tmp_path / "app", FILES)


def asked(root: Path, said: str, monkeypatch: pytest.MonkeyPatch, *words: str) -> Result:
    """The result of adopt with what a user types."""
    monkeypatch.setattr(sys, "stdin", io.StringIO(said))
    return run_yandrel(root, "adopt", "--ask", *words)


def roles_of(root: Path) -> dict[str, str]:
    report = json.loads(run_yandrel(root, "survey", "--why", "--format", "json").out)
    return {row["unit"]: row["role"] for row in report["units_listed"]}


def test_an_answer_becomes_a_role(root: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    done = asked(root, "adapter\n", monkeypatch)
    assert done.status == 0
    assert "files in waxmoor/scales/ have the base Scale:" in done.err
    assert "What are they? [scale" in done.err
    assert "skip]" in done.err
    homes = tomllib.loads((root / "yandrel.toml").read_text())["roles"]["adapter"]
    assert "waxmoor/scales/{name}.py" in homes
    assert roles_of(root)["waxmoor/scales/acme.py"] == "adapter"
    assert run_yandrel(root, "check").status == 0


@pytest.mark.parametrize("said", ["skip\n", "\n", ""])
def test_what_is_skipped_stays_open(said: str, root: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    assert asked(root, said, monkeypatch).status == 0
    plain = (root / "yandrel.toml").read_bytes()
    assert run_yandrel(root, "adopt", "--replace").status == 0
    assert (root / "yandrel.toml").read_bytes() == plain


def test_what_cannot_be_a_role_is_asked_again(root: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    done = asked(root, "No Way\nadapter\n", monkeypatch)
    assert done.status == 0
    assert "'No Way' cannot be a role; answer with one word in small letters" in done.err
    assert "adapter" in (root / "yandrel.toml").read_text()


def test_answers_out_of_a_file(root: Path, tmp_path: Path, yandrel: Yandrel) -> None:
    answers = tmp_path / "answers.toml"
    answers.write_text('[answers]\n"waxmoor/scales" = "adapter"\n"nowhere" = "helper"\n')
    done = yandrel(root, "adopt", "--answers", str(answers), "--preview")
    assert done.status == 0
    assert 'adapter = "waxmoor/scales/{name}.py"' in done.out
    assert not (root / "yandrel.toml").exists()


@pytest.mark.parametrize(
    ("text", "said"),
    [
        (None, "cannot be read"),
        ("[answers\n", "fix the TOML"),
        ("[other]\n", "must hold [answers] alone"),
        ('[answers]\n"a" = "Two Words"\n', "'Two Words' cannot be a role"),
        ('[answers]\n"a" = 3\n', "3 cannot be a role"),
    ],
)
def test_answers_that_cannot_be_taken(
    text: str | None, said: str, root: Path, tmp_path: Path, yandrel: Yandrel
) -> None:
    place = tmp_path / "answers.toml"
    if text is not None:
        place.write_text(text)
    done = yandrel(root, "adopt", "--answers", str(place))
    assert done.status == 2
    assert said in done.err
    assert not (root / "yandrel.toml").exists()


def test_both_ways_at_once(root: Path, yandrel: Yandrel) -> None:
    assert yandrel(root, "adopt", "--ask", "--answers", "x").status == 2


def test_an_application_without_doubts_asks_nothing(waxmoor: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    done = asked(waxmoor, "", monkeypatch, "--preview")
    assert done.status == 0
    assert "What are they?" not in done.err

"""Another prefix or guard for a group of routes: one file a case, with the calls and what they print."""

import shlex
from pathlib import Path

import pytest

from tests.conftest import Yandrel, write_tree
from tests.test_route_cases import parts_of

CASES = sorted((Path(__file__).parent / "edits").glob("*.case"))


@pytest.mark.parametrize("case", CASES, ids=lambda path: path.stem)
def test_edit_of_case(case: Path, tmp_path: Path, yandrel: Yandrel, request: pytest.FixtureRequest) -> None:
    text = case.read_text(encoding="utf-8")
    _, files = parts_of(text)
    calls, expected = files.pop("call").strip().split("\n"), files.pop("output", "")
    root = write_tree(tmp_path / "waxmoor", {path: body + "\n" for path, body in files.items()})
    found = ""
    for call in calls:
        done = yandrel(root, *shlex.split(call))
        found += f"$ {call}\n{done.out}{done.err}status {done.status}\n"
    if request.config.getoption("--update"):
        start = text.split("\n=== output\n")[0].rstrip("\n")
        case.write_text(f"{start}\n=== output\n{found}", encoding="utf-8")
        return
    assert found == expected
    assert {path: (root / path).read_text() for path in files} == {p: b + "\n" for p, b in files.items()}

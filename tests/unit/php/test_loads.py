"""The relative paths by which PHP files load others."""

import pytest

from yandrel.languages.php.loads import read_loads


@pytest.mark.parametrize(
    ("line", "found"),
    [
        ("require __DIR__ . '/../../x.php';", [("../../x.php", 2)]),
        ("require_once('../x.php');", [("../x.php", 2)]),
        ('$a = include __DIR__."/../config/a.php";', [("../config/a.php", 2)]),
        ("require __DIR__ . '/x.php';", []),
        ("$path = '../x.php';", []),
        ("// require '../x.php';", []),
    ],
)
def test_what_is_loaded_by_a_path_that_climbs(line: str, found: list[tuple[str, int]]) -> None:
    assert read_loads(f"<?php\n{line}\n".encode()) == found

"""Which composer packages see which others."""

import json

import pytest

from yandrel.languages.php.packages import PhpReach, read_packages
from yandrel.model.project import PathMap, Project

MANIFESTS: dict[str, object] = {
    "composer.json": {
        "name": "waxmoor/app",
        "require": {"php": "*", "waxmoor/seasons": "*"},
        "autoload": {"psr-4": {"Waxmoor\\": "src/", "Inner\\": "packages/inner/src"}},
        "autoload-dev": {"psr-4": {"Tests\\": "tests/"}, "files": ["helpers.php"]},
    },
    "packages/seasons/composer.json": {
        "name": "waxmoor/seasons",
        "require": {"waxmoor/dates": "*"},
        "autoload": {"psr-4": {"Waxmoor\\Seasons\\": "src/"}},
    },
    "packages/dates/composer.json": {
        "name": "waxmoor/dates",
        "autoload": {"psr-4": {"Waxmoor\\Dates\\": "src/"}},
    },
    "packages/inner/composer.json": {"name": "waxmoor/inner"},
    "fixtures/composer.json": {"autoload": {"psr-4": {"Fixture\\": "src/"}}},
    "broken/composer.json": ["no table"],
}


def reach() -> PhpReach:
    maps: list[PathMap] = []
    for path, content in MANIFESTS.items():
        maps += read_packages(path, json.dumps(content).encode())
    return PhpReach(Project(maps=tuple(maps)))


@pytest.mark.parametrize(
    ("user", "used", "seen"),
    [
        ("src/A.php", "src/B.php", True),
        ("src/A.php", "tests/B.php", False),
        ("src/A.php", "helpers.php", False),
        ("tests/A.php", "src/B.php", True),
        ("tests/A.php", "tests/B.php", True),
        ("src/A.php", "packages/seasons/src/B.php", True),
        ("src/A.php", "packages/dates/src/B.php", True),
        ("src/A.php", "packages/inner/src/B.php", True),
        ("packages/inner/src/A.php", "src/B.php", False),
        ("packages/dates/src/A.php", "packages/seasons/src/B.php", False),
        ("packages/dates/src/A.php", "packages/seasons/pages/included.php", True),
        ("src/A.php", "fixtures/src/B.php", False),
        ("fixtures/src/A.php", "fixtures/src/B.php", True),
    ],
)
def test_who_sees_whom(user: str, used: str, seen: bool) -> None:
    assert reach().sees(user, used) is seen


def test_without_a_composer_json_all_is_seen() -> None:
    assert PhpReach(Project()).sees("a/A.php", "b/B.php")
    assert not list(read_packages("composer.json", b"{"))

"""Paths that are joined to constants: what these stand for, and how a path is written anew."""

import pytest

from yandrel.languages.named.content import PathUse
from yandrel.languages.php.content import read_content
from yandrel.languages.php.facts import read_facts
from yandrel.languages.php.paths import FolderConstants, find_folder_constants, is_sum

LOAD = b"""<?php
define('ROOT', __DIR__ . '/');
define("INCLUDED", 'inc');
const HIVES = ROOT . INCLUDED . '/hives';
define('VERSION', 3);
define('AGAIN', AGAIN . '/a');
function set_up() { define('ABOVE', dirname(dirname(__FILE__), 2)); }
"""
FACTS = {"load.php": read_facts(LOAD, "load.php"), "copy/load.php": read_facts(LOAD, "copy/load.php")}


def joined(text: str) -> PathUse:
    return read_content(f"<?php\nrequire {text};\n".encode()).paths[-1]


def test_constants_with_folders() -> None:
    assert dict(find_folder_constants(LOAD)) == {
        "ROOT": "__DIR__ . '/'",
        "INCLUDED": "'inc'",
        "HIVES": "ROOT . INCLUDED . '/hives'",
        "AGAIN": "AGAIN . '/a'",
        "ABOVE": "dirname(dirname(__FILE__), 2)",
    }


@pytest.mark.parametrize(
    ("text", "unit", "found"),
    [
        ("ROOT . 'inc/a.php'", "load.php", "inc/a.php"),
        ("ROOT . INCLUDED . '/a.php'", "x/y.php", "inc/a.php"),
        ("HIVES . '/a.php'", "load.php", "inc/hives/a.php"),
        ("HIVES . '/a.php'", "copy/b.php", "copy/inc/hives/a.php"),
        ("(ROOT . INCLUDED) . DIRECTORY_SEPARATOR . 'a.php'", "load.php", "inc/a.php"),
        ("dirname(__DIR__) . '/' . 'a.php'", "x/y/z.php", "x/a.php"),
        ("ABOVE . '/a.php'", "load.php", ""),
        ("AGAIN . '/a.php'", "load.php", ""),
        ("VERSION . '/a.php'", "load.php", ""),
        ("UNKNOWN . '/a.php'", "load.php", ""),
        ("ROOT . '../a.php'", "load.php", ""),
    ],
)
def test_where_a_path_leads(text: str, unit: str, found: str) -> None:
    assert FolderConstants(FACTS).find(joined(text), unit) == found


@pytest.mark.parametrize(
    ("text", "target", "spelled"),
    [
        ("ROOT . INCLUDED . '/a.php'", "inc/b/c.php", ("ROOT . INCLUDED", "/b/c.php")),
        ("ROOT . INCLUDED . '/a.php'", "b/c.php", ("ROOT", "b/c.php")),
        ("HIVES . '/a.php'", "inc/c.php", ("__DIR__", "/../inc/c.php")),
        ("ROOT . 'inc/class-' . 'a.php'", "inc/class-b.php", ("ROOT . 'inc/class-'", "b.php")),
        ("ROOT . 'inc/class-' . 'a.php'", "inc/b.php", ("ROOT", "inc/b.php")),
        ("UNKNOWN . '/a.php'", "inc/b.php", None),
    ],
)
def test_how_a_path_is_written(text: str, target: str, spelled: tuple[str, str] | None) -> None:
    assert FolderConstants(FACTS).spell(joined(text), "x/y.php", target) == spelled


@pytest.mark.parametrize(
    ("text", "is_one"),
    [("A . 'b'", True), ("dirname(A, 2)", True), ("$a . 'b'", False), ("A->b", False), ("", False)],
)
def test_sums(text: str, is_one: bool) -> None:
    assert is_sum(text) == is_one

"""Which file a function of the application looks for a class in."""

import pytest

from yandrel.languages.php.autoloaders import find_loaders, find_ways
from yandrel.languages.php.content import read_content

REGISTER = "<?php\nspl_autoload_register(function ($class) {\n    include %s;\n});\n"


def ways(said: str, unit: str, name: str) -> set[str]:
    """Return where a class called Moved would be looked for, by the ways in which one is found in a file."""
    loaders = find_loaders({"include/autoload.php": read_content((REGISTER % said).encode())})
    moved = name.rpartition(".")[0] + ".Moved" if "." in name else "Moved"
    return {way.path_of(moved, way.base) for way in find_ways(loaders, unit, name)}


@pytest.mark.parametrize(
    ("said", "unit", "name", "expected"),
    [
        ('"$root/classes/" . strtolower($class) . ".php"', "classes/hive.php", "Hive", "classes/moved.php"),
        ("__DIR__ . '/../classes/' . $class . '.php'", "classes/Hive.php", "Hive", "classes/Moved.php"),
        ("__DIR__ . '/' . $class . '.php'", "include/Hive.php", "Hive", "include/Moved.php"),
        ('"{$root}/lib/{$class}.php"', "lib/Hive.php", "Hive", "lib/Moved.php"),
        (
            "'src/' . str_replace('\\\\', '/', $class) . '.php'",
            "src/Waxmoor/Hive.php",
            "Waxmoor.Hive",
            "src/Waxmoor/Moved.php",
        ),
        ("'src/' . substr($class, 8) . '.php'", "src/Hive.php", "Waxmoor.Hive", "src/Moved.php"),
        (
            "'classes/' . str_replace('_', '/', $class)",
            "classes/Scales/Floor.php",
            "Scales_Floor",
            "classes/Moved.php",
        ),
    ],
)
def test_a_class_is_found(said: str, unit: str, name: str, expected: str) -> None:
    assert expected in ways(said, unit, name)


@pytest.mark.parametrize(
    ("said", "unit", "name"),
    [
        ("'classes/' . $class . '.php'", "lib/Hive.php", "Hive"),
        ("'classes/' . $class . '.php'", "classes/hives.php", "Hive"),
        ("$folder . '/' . $class . '.php'", "include/Hive.php", "Hive"),
    ],
)
def test_a_class_is_not_found(said: str, unit: str, name: str) -> None:
    assert not ways(said, unit, name)


def test_a_folder_that_changes_with_its_name_is_known() -> None:
    content = read_content((REGISTER % "__DIR__ . '/src/' . $class . '.php'").encode())
    assert [loader.is_followed for loader in find_loaders({"autoload.php": content})] == [True]
    assert not find_loaders({"autoload.php": read_content(b"<?php\ninclude 'classes/' . $name . '.php';\n")})

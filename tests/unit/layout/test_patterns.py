"""Home patterns: matched, weighed, filled in."""

import pytest

from yandrel.errors import ConfigError
from yandrel.layout.patterns import compile_pattern, match_glob


@pytest.mark.parametrize(
    ("pattern", "path", "values"),
    [
        ("shop/{name}.py", "shop/order.py", {"name": "order"}),
        ("shop/{name}.py", "shop/a/order.py", None),
        (
            "shop/{domain}/{name}_service.py",
            "shop/hives/hive_service.py",
            {"domain": "hives", "name": "hive"},
        ),
        ("shop/{domain}/{domain}_service.py", "shop/hives/hive_service.py", {"domain": "hives"}),
        ("shop/{domain}/{domain}_service.py", "shop/hives/keeper_service.py", None),
        ("src/{Name}Controller.cs", "src/BeeHiveController.cs", {"name": "bee_hive"}),
        ("src/{Name}Controller.cs", "src/bee_hiveController.cs", None),
        ("src/{name:kebab}.ts", "src/bee-hive.ts", {"name": "bee_hive"}),
        ("shop/**", "shop/a/b/c.py", {}),
        ("shop/*", "shop/a/b.py", None),
        ("shop/*.py", "shop/b.py", {}),
        ("tests/{home}/test_{unit}.py", "tests/a/b/test_x.py", {"home": "a/b", "unit": "x"}),
    ],
)
def test_match(pattern: str, path: str, values: dict[str, str] | None) -> None:
    assert compile_pattern(pattern).match(path) == values


@pytest.mark.parametrize(
    ("pattern", "values", "path"),
    [
        (
            "shop/{domain}/{name}_service.py",
            {"domain": "hives", "name": "hive"},
            "shop/hives/hive_service.py",
        ),
        ("shop/{domain:singular}.py", {"domain": "hives"}, "shop/hive.py"),
        ("src/{domain:singular:pascal}.java", {"domain": "bee_hives"}, "src/BeeHive.java"),
        ("src/{Name}.java", {"name": "bee_hive"}, "src/BeeHive.java"),
    ],
)
def test_fill(pattern: str, values: dict[str, str], path: str) -> None:
    assert compile_pattern(pattern).fill(values) == path


def test_fill_lacks_a_value() -> None:
    with pytest.raises(KeyError):
        compile_pattern("shop/{domain}/{name}.py").fill({"name": "x"})
    with pytest.raises(KeyError):
        compile_pattern("shop/*.py").fill({})


def test_more_literal_text_weighs_more() -> None:
    ordered = ["shop/orders/{name}_service.py", "shop/{domain}/{name}_service.py", "shop/{domain}/**", "**"]
    weights = [compile_pattern(text).weight for text in ordered]
    assert weights == sorted(weights, reverse=True)


@pytest.mark.parametrize("text", ["a/{b c}.py", "a/{}.py", "a/{x:loud}.py", "a/{x.py", "a/x}.py"])
def test_wrong_patterns(text: str) -> None:
    with pytest.raises(ConfigError):
        compile_pattern(text)


def test_globs() -> None:
    assert match_glob("shop/**", "shop/a.py")
    assert not match_glob("shop/*", "shops/a.py")


@pytest.mark.parametrize(
    ("pattern", "path", "fits"),
    [
        ("**/migrations/**", "migrations/one.py", True),
        ("**/migrations/**", "hives/migrations/old/one.py", True),
        ("**/migrations/**", "old_migrations/one.py", False),
        ("tests/**/test_{name}.py", "tests/test_hives.py", True),
        ("tests/**/test_{name}.py", "tests/unit/test_hives.py", True),
        ("tests/**", "tests", False),
        ("hives/**.py", "hives/one/two.py", True),
    ],
)
def test_two_stars_between_slashes_stand_for_no_folder_too(pattern: str, path: str, fits: bool) -> None:
    assert match_glob(pattern, path) is fits

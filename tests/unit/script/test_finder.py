"""Where specifiers lead, and how they are spelled from elsewhere."""

import pytest

from yandrel.languages.script.finder import Finder, match_pattern
from yandrel.model.project import PathMap

FILES = frozenset(
    {
        "src/app.ts",
        "src/models/hive.ts",
        "src/models/index.ts",
        "src/both.js",
        "src/both/index.js",
        "lib/x.json",
    }
)
MAPS = (PathMap("", "@/*", ("src/*",), "alias"), PathMap("", "waxmoor", ("dist/app",), "package"))


@pytest.mark.parametrize(
    ("spelled", "path", "style"),
    [
        ("./models/hive", "src/models/hive.ts", "bare"),
        ("./models/hive.ts", "src/models/hive.ts", "whole"),
        ("./models/hive.js", "src/models/hive.ts", "as .js"),
        ("./models", "src/models/index.ts", "folder"),
        ("./models/index", "src/models/index.ts", "bare"),
        ("./both", "src/both.js", "bare"),
        ("./both/", "src/both/index.js", "folder"),
        ("../lib/x.json", "lib/x.json", "whole"),
        ("@/models/hive", "src/models/hive.ts", "bare"),
        ("waxmoor", "src/app.ts", "bare"),
    ],
)
def test_find(spelled: str, path: str, style: str) -> None:
    unit = "src/models/hive.ts" if spelled == "waxmoor" else "src/app.ts"
    found = Finder(FILES, MAPS).find(spelled, unit)
    assert found is not None
    assert (found.path, found.style) == (path, style)


@pytest.mark.parametrize("spelled", ["./none", "express", "@/none", "../../outside"])
def test_find_nothing(spelled: str) -> None:
    assert Finder(FILES, MAPS).find(spelled, "src/app.ts") is None


@pytest.mark.parametrize(
    "spelled", ["./models/hive", "./models/hive.ts", "./models/hive.js", "@/models/hive"]
)
def test_spelled_in_the_same_style(spelled: str) -> None:
    before = Finder(FILES, MAPS)
    after = Finder(frozenset(FILES - {"src/models/hive.ts"} | {"src/hives/hive.ts"}), MAPS)
    led = before.find(spelled, "src/app.ts")
    assert led is not None
    assert after.spell(spelled, led, "src/app.ts", "src/hives/hive.ts") == spelled.replace("models", "hives")


def test_patterns() -> None:
    assert match_pattern("@/*", "@/a/b") == "a/b"
    assert match_pattern("src/*.ts", "src/a.ts") == "a"
    assert match_pattern("@/*", "other") is None
    assert match_pattern("a", "a") == ""

"""Shapes that built-in layouts bring: they judge, are overridden line by line, or off with a reason."""

import json
from pathlib import Path

import pytest

from tests.conftest import Yandrel, write_tree
from yandrel.layout.builtin import LAYOUTS, frameworks, languages, load_builtin
from yandrel.layout.config import parse_layout
from yandrel.rules.registry import RULE_NAMES

EVERY = [
    (language, framework, name)
    for language in languages()
    for framework in frameworks(language)
    for name in LAYOUTS
    if framework != "functions"
]
SHOP: dict[str, str | bytes] = {
    "shop/orders/schemas.py": "class OrderIn:\n    pass\n\n\ndef read_order(data):\n    return data\n",
    "shop/orders/service.py": "class OrderService:\n    pass\n",
    "shop/orders/repository.py": "class OrderStore:\n    pass\n",
}


def found(root: Path, yandrel: Yandrel, text: str) -> set[tuple[str, str]]:
    """What the shapes find, with what is in a yandrel.toml after its layout."""
    head = '[app]\nname = "Shop"\nsource = ["shop"]\nlayout = "domain-first/fastapi"\n'
    (root / "yandrel.toml").write_text(head + text)
    done = yandrel(root, "check", "--format", "json")
    shapes = {"misnamed", "wrong-kind", "missing-base"}
    return {(f["rule"], f["target"]) for f in json.loads(done.out)["findings"] if f["rule"] in shapes}


@pytest.fixture
def shop(tmp_path: Path) -> Path:
    return write_tree(tmp_path / "app", SHOP)


def test_the_frameworks_customs_judge(shop: Path, yandrel: Yandrel) -> None:
    assert found(shop, yandrel, "") == {
        ("missing-base", "OrderIn"),
        ("wrong-kind", "read_order"),
        ("misnamed", "OrderStore"),
    }


@pytest.mark.parametrize(
    ("text", "gone"),
    [
        ('[shape.repository]\ntype = "{Name}Store"\n', {("misnamed", "OrderStore")}),
        ('[shape.schema]\nkind = ["class", "function"]\n', {("wrong-kind", "read_order")}),
        ('[off]\n"shape.schema.extends" = "plain"\n', {("missing-base", "OrderIn")}),
        ('[off]\n"shape.schema" = "plain"\n', {("missing-base", "OrderIn"), ("wrong-kind", "read_order")}),
    ],
)
def test_a_line_is_overridden_or_off(
    text: str, gone: set[tuple[str, str]], shop: Path, yandrel: Yandrel
) -> None:
    assert found(shop, yandrel, "") - found(shop, yandrel, text) == gone


@pytest.mark.parametrize(
    ("text", "said"),
    [
        ('[off]\n"shape.shema" = "x"\n', "did you mean shape.schema?"),
        ('[off]\n"shape.schema" = ""\n', "shape.schema is off without a reason"),
    ],
)
def test_shapes_that_are_turned_off_badly(text: str, said: str, shop: Path, yandrel: Yandrel) -> None:
    (shop / "yandrel.toml").write_text('[app]\nlayout = "domain-first/fastapi"\n' + text)
    done = yandrel(shop, "check")
    assert done.status == 2
    assert said in done.err


@pytest.mark.parametrize(("language", "framework", "name"), EVERY)
def test_every_builtin_layout_brings_shapes_of_its_own_roles(
    language: str, framework: str, name: str
) -> None:
    text = load_builtin(name, language, framework).fill("Shop", "shop")
    layout = parse_layout(text.encode(), RULE_NAMES)
    assert layout.shapes
    assert set(layout.shapes) <= set(layout.roles)


def test_layout_says_where_a_shape_comes_from(shop: Path, yandrel: Yandrel) -> None:
    (shop / "yandrel.toml").write_text(
        '[app]\nlayout = "domain-first/fastapi"\n\n[shape.schema]\nextends = "Struct"\n'
    )
    rows = json.loads(yandrel(shop, "layout", "--format", "json").out)["rows"]
    shapes = {row["key"]: row for row in rows if row["section"] == "shape"}
    assert '"kind"' in shapes["schema"]["value"] or "kind =" in shapes["schema"]["value"]
    assert "Struct" in shapes["schema"]["value"]


def test_templates_that_are_not_there(tmp_path: Path, yandrel: Yandrel) -> None:
    done = yandrel(tmp_path, "new", "app", "shop", "--language", "php", "--framework", "functions")
    assert done.status == 2
    assert "no templates for 'functions' in php" in done.err
    assert not (tmp_path / "shop").exists()

"""What dotted names and imports finally lead to."""

import pytest

from yandrel.languages.python.facts import read_facts
from yandrel.languages.python.project import find_project
from yandrel.languages.python.view import PythonView
from yandrel.model.graph import State
from yandrel.model.project import Units, folders_of


def view(files: dict[str, str], ignored: tuple[str, ...] = ()) -> PythonView:
    facts = {
        path: read_facts(text.encode()) for path, text in files.items() if path.endswith((".py", ".pyi"))
    }
    paths = frozenset(files)
    units = Units(facts, paths, frozenset(ignored), folders_of(paths))
    manifests = {path: text.encode() for path, text in files.items() if path.endswith((".toml", ".cfg"))}
    return PythonView(units, find_project(units, manifests, ()))


def leads(
    files: dict[str, str], unit: str = "app.py", ignored: tuple[str, ...] = ()
) -> list[tuple[str, str, str]]:
    edges = view(files, ignored).edges_of(unit)
    return [(State(e.state).name.lower(), e.unit, e.name) for e in edges]


SHOP = {
    "shop/__init__.py": "from .models import Order\nfrom . import tools\n",
    "shop/models/__init__.py": "from .order import Order, Line as Row\nfrom .extra import *\n",
    "shop/models/order.py": "class Order: ...\nclass Line: ...\n",
    "shop/models/extra.py": "__all__ = ['Extra']\nclass Extra: ...\nclass Hidden: ...\n",
    "shop/tools.py": "def tools(): ...\n",
    "shop/plain/deep.py": "X = 1\n",
}


@pytest.mark.parametrize(
    ("text", "found"),
    [
        ("import shop.models.order", ("found", "shop/models/order.py", "")),
        ("from shop import Order", ("found", "shop/models/order.py", "Order")),
        ("from shop.models import Row", ("found", "shop/models/order.py", "Line")),
        ("from shop.models import Extra", ("found", "shop/models/extra.py", "Extra")),
        ("from shop.models import Hidden", ("missing", "", "")),
        ("from shop import tools", ("found", "shop/tools.py", "")),
        ("from shop.plain import deep", ("found", "shop/plain/deep.py", "")),
        ("import shop.plain", ("found", "shop/plain/", "")),
        ("from shop.nothing import x", ("missing", "", "")),
        ("import json", ("outside", "", "json")),
        ("from flask.views import View", ("outside", "", "flask")),
    ],
)
def test_what_imports_lead_to(text: str, found: tuple[str, str, str]) -> None:
    assert leads({**SHOP, "app.py": text}) == [found]


def test_through_says_who_passes_it_on() -> None:
    edge = view({**SHOP, "app.py": "from shop import Order"}).edges_of("app.py")[0]
    assert (edge.named_unit, edge.named) == ("shop/__init__.py", "Order")
    assert edge.through == ("shop/__init__.py", "shop/models/__init__.py")


def test_a_name_hides_a_submodule() -> None:
    files = {"p/__init__.py": "from .work import work\n", "p/work.py": "def work(): ...\n"}
    assert leads({**files, "app.py": "from p import work"}) == [("found", "p/work.py", "work")]


def test_a_regular_package_comes_before_a_module() -> None:
    files = {"p/__init__.py": "A = 1\n", "p.py": "B = 1\n", "app.py": "from p import A"}
    assert leads(files) == [("found", "p/__init__.py", "A")]


def test_what_may_be_there_is_uncertain() -> None:
    files = {"p/__init__.py": "def __getattr__(name): ...\n", "app.py": "from p import anything"}
    assert leads(files)[0][0] == "uncertain"
    files = {"p/__init__.py": "from outside import *\n", "app.py": "from p import anything"}
    assert leads(files)[0][0] == "uncertain"
    files = {"p/__init__.py": "", "app.py": "from p.version import V"}
    assert leads(files, ignored=("p/version.py",))[0][0] == "uncertain"


def test_import_circles_end() -> None:
    """The fault is at the imports of the circle; whoever takes the name from it finds it bound there."""
    files = {"a.py": "from b import X\n", "b.py": "from a import X\n", "app.py": "from a import X"}
    assert leads(files)[0][0] == "found"


@pytest.mark.parametrize(
    ("files", "text"),
    [
        ({"src/shop/__init__.py": "X = 1"}, "from shop import X"),
        ({"lib/python/shop/__init__.py": "X = 1"}, "from shop import X"),
        ({"backend/shop.py": "X = 1", "pyproject.toml": '[tool.pytest.ini_options]\npythonpath = ["backend"]'},
         "from shop import X"),
        ({"back/shop/a.py": "X = 1", "setup.cfg": "[options]\npackage_dir =\n    = back\n"}, "from shop.a import X"),
    ],
)  # fmt: skip
def test_source_roots_are_found(files: dict[str, str], text: str) -> None:
    assert leads({**files, "app.py": text})[0][0] == "found"


def test_scripts_import_their_neighbours() -> None:
    files = {"tests/helper.py": "X = 1\n", "tests/test_a.py": "from helper import X\n"}
    assert leads(files, "tests/test_a.py") == [("found", "tests/helper.py", "X")]


def test_a_package_does_not_import_a_neighbour_by_a_bare_name() -> None:
    files = {"p/__init__.py": "", "p/redis.py": "X = 1\n", "p/a.py": "from redis import Redis\n"}
    assert leads(files, "p/a.py") == [("outside", "", "redis")]


def test_qualified_names() -> None:
    shop = view(SHOP)
    assert shop.namespace_of("shop/models/__init__.py") == "shop.models"
    found = shop.find_qualified("shop.models.order.Line")
    assert found is not None
    assert (found.unit, found.name) == ("shop/models/order.py", "Line")
    assert shop.find_qualified("shop.models.order.Nothing") is None
    assert shop.find_qualified("elsewhere.x") is None

"""Surface facts of Python files."""

import textwrap

import pytest

from yandrel.languages.python.facts import read_facts
from yandrel.model.facts import Facts, When


def facts(text: str) -> Facts:
    return read_facts(textwrap.dedent(text).encode())


def imports(text: str) -> list[tuple[str, str, str, int, bool, bool]]:
    return [
        (item.module, name.name, name.alias, item.when, item.guarded, item.nested)
        for item in facts(text).imports
        for name in item.names
    ]


@pytest.mark.parametrize(
    ("text", "found"),
    [
        ("import a.b", ("", "a.b", "", When.LOAD, False, False)),
        ("import a.b as c", ("", "a.b", "c", When.LOAD, False, False)),
        ("from a import b", ("a", "b", "", When.LOAD, False, False)),
        ("from ..a.b import (\n  c as d,  # why\n)", ("..a.b", "c", "d", When.LOAD, False, False)),
        ("from . import a", (".", "a", "", When.LOAD, False, False)),
        ("from .import a", (".", "a", "", When.LOAD, False, False)),
        ("from a import *", ("a", "*", "", When.LOAD, False, False)),
        ("def f():\n    from a import b", ("a", "b", "", When.CALL, False, True)),
        ("class A:\n    from a import b", ("a", "b", "", When.LOAD, False, True)),
        ("if x: import a", ("", "a", "", When.LOAD, False, False)),
        ("x = 1; import a", ("", "a", "", When.LOAD, False, False)),
        ("try:\n    import a\nexcept ImportError:\n    pass", ("", "a", "", When.LOAD, True, False)),
        ("def f():\n  try:\n    import a\n  except E: pass", ("", "a", "", When.CALL, True, True)),
        ("if TYPE_CHECKING:\n    from a import b", ("a", "b", "", When.TYPES, False, False)),
        ("if typing.TYPE_CHECKING:\n    pass\nelse:\n    import a", ("", "a", "", When.LOAD, False, False)),
        ("if __name__ == '__main__':\n    import a", ("", "a", "", When.CALL, False, False)),
        ("from a \\\n    import b", ("a", "b", "", When.LOAD, False, False)),
        ("from importlib.imports import importer", ("importlib.imports", "importer", "", When.LOAD, False, False)),
    ],
)  # fmt: skip
def test_imports(text: str, found: tuple[str, str, str, int, bool, bool]) -> None:
    assert imports(text) == [found]


@pytest.mark.parametrize(
    "text",
    ["# import a", "'''\nimport a\n'''", "x = 'from a import b'", "raise E from error", "yield_from = 1"],
)
def test_what_is_no_import(text: str) -> None:
    assert imports(text) == []


def test_definitions() -> None:
    found = facts(
        """
        LIMIT: int = 3
        app = Flask(__name__)
        a, b = 1, 2

        @app.get("/x")
        @other
        async def show(): ...

        class Hive(Base, generic.Thing[int], metaclass=M):
            size = 1
            def grow(self): ...
            class Inner: ...

        if x:
            def perhaps(): ...
        """
    )
    kinds = {d.name: (d.kind, d.conditional) for d in found.definitions}
    assert kinds == {
        "LIMIT": ("constant", False), "app": ("constant", False), "show": ("function", False),
        "Hive": ("class", False), "perhaps": ("function", True),
    }  # fmt: skip
    by_name = {d.name: d for d in found.definitions}
    assert by_name["app"].value == "Flask()"
    assert by_name["show"].marks == ("app.get", "other")
    assert by_name["Hive"].bases == ("Base", "generic.Thing")
    assert by_name["Hive"].members == ("size", "grow()", "Inner")
    assert found.bound == ("a", "b")


@pytest.mark.parametrize(
    ("text", "bound"),
    [
        ("for x, (y, z) in w: pass", ("x", "y", "z")),
        ("with open() as f: pass", ("f",)),
        ("try: pass\nexcept E as error: pass", ("error",)),
        ("def f():\n    global state, other\n", ("other", "state")),
        ("a = b = 1", ("a", "b")),
        ("x.y = 1", ()),
        ("total += 1", ("total",)),
    ],
)
def test_other_bindings(text: str, bound: tuple[str, ...]) -> None:
    assert facts(text).bound == bound


@pytest.mark.parametrize(
    ("text", "exports", "is_open"),
    [
        ('__all__ = ["a", "b"]', ("a", "b"), False),
        ('__all__ = ("a",)\n__all__ += ["b"]', ("a", "b"), False),
        ("__all__ = names()", (), True),
        ("x = 1", None, False),
        ("def __getattr__(name): ...", None, True),
    ],
)
def test_exports(text: str, exports: tuple[str, ...] | None, is_open: bool) -> None:
    found = facts(text)
    assert found.exports == exports
    assert found.open is is_open


def test_broken_files_are_read_as_far_as_they_go() -> None:
    found = facts("from a import b\n\ndef f(:\n    pass\n\nclass A: ...\n")
    assert [item.module for item in found.imports] == ["a"]
    assert found.problems
    assert found.problems[0].line == 3


def test_spans_are_bytes() -> None:
    text = "NAME = 'caf\u00e9'\nfrom a import b\n".encode()
    item = read_facts(text).imports[0]
    assert text[item.start : item.end] == b"from a import b"
    assert text[item.module_start : item.module_end] == b"a"

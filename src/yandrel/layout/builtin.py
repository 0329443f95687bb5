"""Layouts that come with Yandrel: data in layouts/, one file for each language, framework and name.

In them APP stands for the application's folder, TESTS for that of its tests, NAME for its name.
"""

import json
from functools import lru_cache
from typing import TYPE_CHECKING

import msgspec

from yandrel.errors import CallError, suggest
from yandrel.model.words import snake

if TYPE_CHECKING:
    from importlib.resources.abc import Traversable

LAYOUTS = ("role-first", "domain-first", "rings", "command-query")
DEFAULT_LANGUAGE = "python"


class BuiltinLayout(msgspec.Struct, frozen=True):
    """One built-in layout, still with its stand-ins."""

    name: str
    language: str
    framework: str
    text: str

    def fill(self, app: str, package: str = "") -> str:
        """Return the text of a yandrel.toml for an application; without a package, for the root itself."""
        tests = tests_folder(package, self.language)
        text = self.text.replace("NAME", app).replace("TESTS/", tests.rstrip("/") + "/" if tests else "")
        return text.replace("APP/", package.rstrip("/") + "/" if package else "")


def _layouts() -> "Traversable":
    from importlib.resources import files

    return files("yandrel.layout").joinpath("layouts")


def languages() -> list[str]:
    """Return the languages that have built-in layouts."""
    return sorted(entry.name for entry in _layouts().iterdir())


def frameworks(language: str) -> list[str]:
    """Return the frameworks whose customs a language's built-in layouts know; the first is the default."""
    place = _layouts().joinpath(language)
    names = sorted(entry.name for entry in place.iterdir() if entry.is_dir())
    return sorted(names, key=lambda name: (name not in ("flask", "plain"), name))


@lru_cache(maxsize=64)
def load_builtin(name: str, language: str = DEFAULT_LANGUAGE, framework: str = "") -> BuiltinLayout:
    """Return a built-in layout; raises CallError, with the nearest name, where there is none."""
    _check_choice("layout", name, list(LAYOUTS))
    _check_choice("language with built-in layouts", language, languages())
    known = frameworks(language)
    framework = framework or known[0]
    _check_choice(f"framework of {language}", framework, known)
    folder = _layouts().joinpath(language, framework)
    place = folder.joinpath(name + ".toml")
    if not place.is_file():
        there = [n for n in LAYOUTS if folder.joinpath(n + ".toml").is_file()]
        raise CallError(f"no layout {name} is built in for {language}", todo="there are " + ", ".join(there))
    text = place.read_text(encoding="utf-8")
    return BuiltinLayout(name, language, framework, text + _shapes_text(folder, name, text))


def _shapes_text(folder: "Traversable", name: str, layout: str) -> str:
    """Return what the roles of a layout look like with a framework, as sections of yandrel.toml."""
    place = folder.joinpath("shapes.toml")
    if not place.is_file():
        return ""
    import tomllib

    known = tomllib.loads(place.read_text(encoding="utf-8"))
    shapes: dict[str, dict[str, object]] = {**known.get("any", {}), **known.get(name, {})}
    roles = tomllib.loads(layout).get("roles", {})
    return "".join(
        f"\n[shape.{role}]\n" + "".join(f"{key} = {json.dumps(value)}\n" for key, value in shape.items())
        for role, shape in shapes.items()
        if role in roles
    )


def choose_builtin(text: str) -> BuiltinLayout:
    """Return the built-in layout that a text names: "rings", "rings/fastapi", "rings/java"."""
    name, _, customs = text.partition("/")
    if customs in languages():
        return load_builtin(name, customs)
    return load_builtin(name, framework=customs)


def tests_folder(package: str, language: str) -> str:
    """Return the folder in which the tests of a package customarily stand in a language."""
    place = _layouts().joinpath(language, "tests.toml")
    import tomllib

    customs = tomllib.loads(place.read_text(encoding="utf-8")) if place.is_file() else {}
    if "instead" in customs:
        code, tests = customs["instead"]
        return package.replace(code, tests, 1)
    return str(customs.get("folder", "tests")).replace("LAST", package.rpartition("/")[2])


def _check_choice(what: str, given: str, known: list[str]) -> None:
    if given in known:
        return
    todo = suggest(given, known, "there are " + ", ".join(known))
    raise CallError(f"no {what} is called {given!r}", todo=todo)


def package_of(app: str) -> str:
    """Return the package that an application's name gives where nothing else says it."""
    return snake(app) or "app"

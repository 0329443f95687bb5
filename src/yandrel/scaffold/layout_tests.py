"""The recipes of the test that checks the layout: one for each language and test runner."""

import tomllib
from collections.abc import Callable
from dataclasses import dataclass
from importlib.resources import files
from typing import Any

ALIKE = {"typescript": "javascript"}
"""Languages whose tests are run by the same programs."""


@dataclass(frozen=True)
class Recipe:
    """A template with where it goes, what runs it, and when it fits; see recipes.toml."""

    template: str
    path: str
    run: str
    beside: str = ""
    needs: str = ""
    declares: str = ""
    otherwise: str = ""

    @property
    def file_name(self) -> str:
        return self.path.rpartition("/")[2]

    def fill(self, path: str, namespace: str) -> str:
        """Return the text of the test at a path from the root."""
        up = path.count("/")
        declared = self.declares.format(namespace) if namespace and self.declares else self.otherwise
        text = _data(self.template).replace("DECLARED\n", declared)
        way = "/".join([".."] * up) or "."
        if self.template.endswith(".php.txt"):
            way = "/" + way
        return text.replace("PATH", way).replace("UP", str(up))


def choose_recipe(language: str, read: Callable[[str], str]) -> Recipe:
    """Return the first recipe of a language that fits; `read` returns a project file, empty without one.

    Raises KeyError for a language without recipes.
    """
    known: list[dict[str, Any]] = tomllib.loads(_data("recipes.toml"))[ALIKE.get(language, language)]
    recipes = [Recipe(**entry) for entry in known]
    return next(r for r in recipes if not r.beside or ((found := read(r.beside)) and r.needs in found))


def _data(name: str) -> str:
    return files("yandrel.scaffold").joinpath("layout_test_recipes", name).read_text("utf-8")

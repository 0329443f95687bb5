"""The layout that an application is to get: a built-in one, or one that a file says."""

from dataclasses import dataclass
from functools import lru_cache
from pathlib import Path

from yandrel.errors import CallError, ConfigError, suggest
from yandrel.languages.registry import language_of, load_language
from yandrel.layout.builtin import LAYOUTS, languages, load_builtin
from yandrel.layout.config import Layout, parse_layout
from yandrel.layout.patterns import Pattern

APP = "APP"
"""What stands for the application's folder in the homes of a built-in layout."""


@dataclass(frozen=True)
class Target:
    """A layout to come: `written` is what a file says; of a built-in one only the name is known.

    A built-in layout says which folders there are, and the files keep their names as far as they can; a
    file says the names, too.
    """

    name: str
    written: Layout | None = None

    def homes(self, role: str, unit: str) -> tuple[Pattern, ...]:
        """Return the homes that a built-in layout has for a role, in the language of a file."""
        layout = builtin_for(self.name, unit)
        found = layout.roles.get(role) if layout is not None else None
        return tuple(home for home in found.homes if home.is_fillable()) if found is not None else ()

    def names_role(self, role: str, unit: str) -> Pattern | None:
        """Return the role-first home of a role, whose file name tells the role; None where there is none."""
        layout = builtin_for("role-first", unit)
        found = layout.roles.get(role) if layout is not None else None
        return found.homes[0] if found is not None and found.homes else None

    def is_by_domain(self, unit: str) -> bool:
        """Whether the top folders of a built-in layout are domains."""
        homes = self.homes("service", unit) or self.homes("controller", unit)
        return any("domain" in home.placeholders() for home in homes)


@lru_cache(maxsize=64)
def _builtin(name: str, language: str) -> Layout | None:
    if language not in languages():
        return None
    try:
        found = load_builtin(name, language)
    except CallError:  # no such layout for the language
        return None
    return parse_layout(found.fill("App", APP).encode())


def builtin_for(name: str, unit: str) -> Layout | None:
    """Return a built-in layout in the language of a file; None where there is none for it."""
    language = language_of(unit)
    return _builtin(name, load_language(language).name_of(unit)) if language is not None else None


def read_target(root: Path, here: str, text: str) -> Target:
    """Return the layout that a text names: a built-in one, or a file with the text of a yandrel.toml.

    Raises CallError where it is neither, ConfigError where the file is wrong.
    """
    if text in LAYOUTS:
        return Target(text)
    path = next((p for p in (root / here / text, Path(text), root / text) if p.is_file()), None)
    if path is None:
        todo = suggest(text, LAYOUTS, f"name a file, or one of {', '.join(LAYOUTS)}")
        raise CallError("is no layout", where=text, todo=todo)
    try:
        layout = parse_layout(path.read_bytes())
    except OSError as error:
        raise CallError(f"cannot be read ({error.strerror})", where=text) from error
    except ConfigError as error:
        where = error.where.replace(Layout().file_name, text)
        raise ConfigError(error.what, where=where, todo=error.todo) from error
    if not layout.roles:
        raise CallError("has no [roles]", where=text, todo="give each role its home")
    return Target(text, layout)


__all__ = ["APP", "Target", "builtin_for", "read_target"]

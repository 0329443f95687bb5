"""Stored models of Django: their tables and migrations belong to the application that they are in."""

import re
from collections.abc import Collection, Iterable, Mapping

from yandrel.model.facts import Definition, Facts

BASES = ("models.Model", "Model")
"""The base of stored classes, where a file imports Django's own."""
PACKAGE = "django.db"
_TABLE = re.compile(rb"\bdb_table\s*=\s*['\"]([\w.]+)['\"]")
_LABEL = re.compile(rb"\bapp_label\s*=\s*['\"]([\w.]+)['\"]")
_ABSTRACT = re.compile(rb"\babstract\s*=\s*True\b")


def stored_classes(units: Mapping[str, Facts]) -> frozenset[str]:
    """Return the names of the classes that are stored, those of abstract bases among them."""
    classes = [d for facts in units.values() for d in facts.definitions if d.bases]
    direct = (d for facts in units.values() if knows_django(facts) for d in facts.definitions)
    found = {d.name for d in direct if any(base in BASES for base in d.bases)}
    while more := {d.name for d in classes if d.name not in found and _has_base(d, found)}:
        found |= more
    return frozenset(found)


def knows_django(facts: Facts) -> bool:
    """Whether a file imports what Django has for stored data."""
    return any(found.module.startswith(PACKAGE) for found in facts.imports)


def _has_base(definition: Definition, known: Collection[str]) -> bool:
    return any(base in known or base.rpartition(".")[2] in known for base in definition.bases)


def tell_change(text: bytes, old: tuple[str, str], new: tuple[str, str], folders: Collection[str]) -> str:
    """Return what a migration must say when a model moves; nothing where its application stays the same.

    `text` is that of the class; `old` and `new` are its file and its name before and after, `folders` those
    that hold an application.
    """
    if _ABSTRACT.search(text) or _LABEL.search(text):
        return ""
    before, after = application_of(old[0], folders), application_of(new[0], folders)
    if (before, old[1]) == (after, new[1]):
        return ""
    named = _TABLE.search(text)
    table = named[1].decode() if named is not None else f"{_label(before)}_{old[1].lower()}"
    keep = "its table stays" if named is not None else f'write db_table = "{table}" to keep its table {table}'
    where = f"from {_label(before)} to {_label(after)}"
    if before == after:
        return f"its name changes: rename it in a migration; {keep}"
    missing = "" if after in folders else f"; {_label(after)} must be in INSTALLED_APPS"
    return (
        f"its application changes {where}: take it out of the state of {_label(before)}, and into that of "
        f"{_label(after)}, with SeparateDatabaseAndState; {keep}{missing}"
    )


def application_folders(paths: Iterable[str]) -> frozenset[str]:
    """Return the folders that hold an application: one with its configuration, models or migrations."""
    found = set()
    for path in paths:
        folder, _, name = path.rpartition("/")
        if name in ("apps.py", "models.py"):
            found.add(folder)
        if folder.endswith(("/migrations", "/models")) and name == "__init__.py":
            found.add(folder.rpartition("/")[0])
    return frozenset(found)


def application_of(unit: str, folders: Collection[str]) -> str:
    """Return the folder of the application that a file is in: the nearest, or else its own."""
    own = folder = unit.rpartition("/")[0]
    while folder:
        if folder in folders:
            return folder
        folder = folder.rpartition("/")[0]
    return own.removesuffix("/models")


def _label(folder: str) -> str:
    return folder.rpartition("/")[2] or "the root"


__all__ = ["application_folders", "application_of", "knows_django", "stored_classes", "tell_change"]

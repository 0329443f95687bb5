"""Find what a user names: a file, a folder or a definition, by path or by qualified name."""

import re
from dataclasses import dataclass

from yandrel.errors import CallError, RefusedError, suggest
from yandrel.index.code import CodeIndex
from yandrel.languages.protocol import View
from yandrel.languages.registry import BY_SUFFIX, language_of, load_language
from yandrel.model.words import words_of


@dataclass(frozen=True, slots=True)
class Thing:
    """A file (`path`), a folder (`path` ends in a slash), or a definition in a file (`name`)."""

    path: str
    name: str = ""

    @property
    def is_folder(self) -> bool:
        return self.path.endswith("/")

    def __str__(self) -> str:
        return f"{self.path}:{self.name}" if self.name else self.path


def clean_path(text: str, here: str) -> str:
    """Return a path from the root; raises RefusedError where it leads outside."""
    if text.startswith("/") or (len(text) > 1 and text[1] == ":" and text[0].isalpha()):
        raise RefusedError("is outside of the application", where=text, todo="name a place inside it")
    parts = [part for part in here.split("/") if part]
    for part in text.replace("\\", "/").split("/"):
        if part == "..":
            if not parts:
                raise RefusedError("is outside of the application", where=text, todo="name a place inside it")
            parts.pop()
        elif part not in ("", "."):
            parts.append(part)
    return "/".join(parts)


def find_thing(index: CodeIndex, text: str, here: str = "") -> Thing:
    """Return what a source names; raises CallError, with the nearest name, where nothing is."""
    path_text, colon, name = text.partition(":")
    for base in dict.fromkeys((here, "")):
        try:
            path = clean_path(path_text, base)
        except RefusedError:
            if not base:
                raise
            continue
        if path in index.facts or index.files.is_file(path):
            if not colon:
                if language_of(path) is not None and path not in index.facts:
                    raise RefusedError(
                        "is left out, so that what names it is not known", where=path,
                        todo="see .gitignore, or name a file that counts",
                    )  # fmt: skip
                return Thing(path)
            return _definition(index, path, name)
        if index.files.is_folder(path) and not colon:
            if not path:
                raise CallError("is the application itself", where=text, todo="name a part of it")
            if index.files.is_link(path):
                raise RefusedError("is a link", where=text, todo="move what it points to")
            return Thing(path + "/")
    for view in index.views.values():
        symbol = view.find_qualified(text.replace(":", "."))
        if symbol is None or not symbol.unit:
            continue
        if symbol.name:
            return _definition(index, symbol.unit, symbol.name)
        if symbol.unit in index.facts and index.language(symbol.unit).is_package_marker(symbol.unit):
            return Thing(symbol.unit[: symbol.unit.rfind("/") + 1])
        return Thing(symbol.unit)
    _refuse_scattered(index, text)
    near = nearest(text, [*index.facts, *(index.namespace_of(u) for u in index.facts)])
    raise CallError("no such file, folder or definition", where=text, todo=near)


def _refuse_scattered(index: CodeIndex, text: str) -> None:
    """Raise CallError where a namespace is named whose folders are not called like it."""
    folders = sorted(
        {unit.rpartition("/")[0] + "/" for unit in index.facts if index.namespace_of(unit) == text}
    )
    if folders:
        more = f" and {len(folders) - 3} more" if len(folders) > 3 else ""
        raise CallError(
            f"is a namespace that follows from no folder; its files are in {', '.join(folders[:3])}{more}",
            where=text, todo="name a folder",
        )  # fmt: skip


def find_namespace(index: CodeIndex, source: str, target: str | None, here: str) -> list[tuple[Thing, Thing]]:
    """Return the moves of a namespace that has folders below several source roots, its tests' among them.

    Nothing where the source is a path, or stands in one folder; raises CallError where the target is a path.
    """
    if target is None or "/" in source or index.files.exists(f"{here}/{source}" if here else source):
        return []
    for view in index.views.values():
        folders = [folder for folder, _ in view.places_of(source)]
        if not folders or not _is_place(view, source):
            continue
        places = [] if "/" in target else view.places_of(source, target)
        if len(folders) == 1 and not places:
            return []
        if len(places) < len(folders):
            raise CallError(
                f"stands in {len(folders)} folders, {', '.join(folders[:3])}", where=source,
                todo="name the new namespace, or one folder",
            )  # fmt: skip
        return [(Thing(folder), Thing(new)) for folder, new in places]
    return []


def _is_place(view: View, name: str) -> bool:
    """Whether a qualified name means a namespace, and no definition."""
    symbol = view.find_qualified(name)
    return symbol is None or symbol.unit.endswith("/")


def nearest(text: str, choices: list[str]) -> str:
    """Return "did you mean …?", or advice where nothing is near."""
    return suggest(text, [c for c in choices if c], "see `yandrel survey --why` for what is here")


def _definition(index: CodeIndex, unit: str, name: str) -> Thing:
    facts = index.facts.get(unit)
    if facts is None:
        raise CallError("is no source file that Yandrel reads", where=unit)
    names = [definition.name for definition in facts.definitions]
    if name not in names:
        near = nearest(name, names)
        raise CallError(f"has no top-level {name}", where=unit, todo=near)
    return Thing(unit, name)


def find_target(index: CodeIndex, source: Thing, text: str, here: str = "") -> Thing:
    """Return where a source is to go; raises CallError or RefusedError where it cannot."""
    target = _spelled_target(index, source, text, here)
    if target.path.startswith((".git/", ".yandrel/")) or target.path in (".git", ".yandrel"):
        raise RefusedError("is not for source code", where=text)
    return target


def _spelled_target(index: CodeIndex, source: Thing, text: str, here: str) -> Thing:
    if source.name and text.startswith(":"):
        return Thing(source.path, _identifier(text[1:]))
    placed = index.view(source.path).place_for(text) if source.path in index.facts else None
    if source.is_folder:
        placed = next((p for v in index.views.values() if (p := v.place_for(text)) is not None), None)
    if placed is not None:
        return _placed_target(source, text, placed)
    if "/" not in text and _is_qualified(index, text):
        return _qualified_target(index, source, text)
    path_text, _, name = text.partition(":")
    if name and not source.name:
        raise CallError(f"{source} is no definition, so it cannot become one", where=text)
    path = clean_path(path_text, _base(index, path_text, here))
    into = path_text.endswith(("/", "\\")) or path_text in (".", "..")
    if source.name:
        return _definition_target(index, source, path, into, name)
    own_name = source.path.rstrip("/").rpartition("/")[2]
    if into:
        joined = f"{path}/{own_name}" if path else own_name
        return Thing(joined + "/" if source.is_folder else joined)
    if not path:
        raise CallError("names no place", where=text)
    if source.is_folder:
        return Thing(path + "/")
    suffix = source.path[source.path.rfind(".") :] if "." in own_name else ""
    if suffix in BY_SUFFIX and not path.endswith(suffix):
        if index.files.is_folder(path):
            raise RefusedError("is a folder", where=text, todo=f"write {text}/ to move into it")
        raise CallError(f"has not the ending {suffix}", where=text, todo=f"write {path}{suffix}, or {path}/")
    return Thing(path)


def _placed_target(source: Thing, text: str, placed: str) -> Thing:
    """Return the target that a name in a language with declared namespaces stands for."""
    if source.is_folder:
        return Thing(placed + "/")
    suffix = source.path[source.path.rfind(".") :]
    if placed.endswith(suffix):
        raise CallError("is no name that a definition can have", where=text)
    return Thing(placed + suffix, placed.rpartition("/")[2] if source.name else "")


def _base(index: CodeIndex, text: str, here: str) -> str:
    """A target is relative to where the user stands if its first folder is there, else to the root."""
    if not here or text.startswith((".", "/")):
        return here
    first = text.replace("\\", "/").split("/")[0]
    inside = index.files.exists(f"{here}/{first}")
    return here if inside or not index.files.exists(first) else ""


def _definition_target(index: CodeIndex, source: Thing, path: str, into: bool, name: str) -> Thing:
    name = _identifier(name) if name else source.name
    if into or index.files.is_folder(path):
        suffix = source.path[source.path.rfind(".") :]
        own = source.path.rpartition("/")[2]
        alike = words_of(own.removesuffix(suffix)) == words_of(name) and name == source.name
        like = _model_for(index, source.path, path, suffix)
        leaf = own if alike else index.language(source.path).file_name(name, like) + suffix
        unit = f"{path}/{leaf}" if path else leaf
        return Thing(unit, name)
    if language_of(path) != language_of(source.path):
        raise CallError(
            "is no file of the same language", where=path, todo="name a file, or a folder with a /"
        )
    return Thing(path, name)


def _identifier(name: str) -> str:
    if not name.replace("$", "_").isidentifier():
        raise CallError("is no name that a definition can have", where=name or ":")
    return name


def _is_qualified(index: CodeIndex, text: str) -> bool:
    path = text.partition(":")[0]
    if "." not in text or text.startswith(".") or path[path.rfind(".") :] in BY_SUFFIX:
        return False
    return any(
        view.find_qualified(text.split(".", maxsplit=1)[0]) is not None for view in index.views.values()
    )


def _qualified_target(index: CodeIndex, source: Thing, text: str) -> Thing:
    name = ""
    if source.name:
        text, _, name = text.rpartition(".")
        name = _identifier(name)
    view = index.views[language_of(source.path) or next(iter(index.views))]
    known = view.find_qualified(text)
    if known is not None and known.unit and not known.name:
        path = known.unit
        if source.name:
            return Thing(path, name)
    first = view.find_qualified(text.split(".")[0])
    root = ""
    if first is not None and first.unit:
        folder = first.unit[: first.unit.rfind("/") + 1] if "/" in first.unit else ""
        marker = folder.rstrip("/").rpartition("/")
        root = marker[0] + "/" if marker[0] else ""
    name_of_language = language_of(source.path) or next(iter(index.views))
    stem = root + load_language(name_of_language).qualified_path(text)
    if source.is_folder:
        return Thing(stem + "/")
    suffix = source.path[source.path.rfind(".") :]
    return Thing(stem + suffix, name)


def _model_for(index: CodeIndex, source: str, folder: str, suffix: str) -> str:
    """Return the path whose style a new file's name follows: one of a neighbour's that shows a style, or else
    where the definition comes from."""
    language = index.language(source)
    start = folder + "/" if folder else ""
    beside = (u for u in index.facts if u.startswith(start) and "/" not in u[len(start) :])
    for unit in sorted(u for u in beside if u.endswith(suffix) and _is_test(u) == _is_test(source)):
        stem = unit[len(start) :].partition(".")[0]
        styled = stem != stem.lower() or "-" in stem or "_" in stem
        if styled and not language.is_package_marker(unit):
            return unit
    return source.rpartition("/")[0] or source if language.is_package_marker(source) else source


def _is_test(path: str) -> bool:
    return re.search(r"[._](?:test|spec)\.\w+\Z", path) is not None


STAY_FILES = ("__init__", "index", "main", "package")
"""Files that stand for more than what is defined in them."""


def as_whole_file(index: CodeIndex, source: Thing, target: Thing) -> list[tuple[Thing, Thing]]:
    """Return the moves that a move is: a file's only definition takes the file along to a new one."""
    stem = source.path.rpartition("/")[2].partition(".")[0]
    facts = index.facts.get(source.path)
    alone = facts is not None and {d.name for d in facts.definitions if not d.is_method} == {source.name}
    folder = source.path.rpartition("/")[0]
    neighbours = (unit for unit in index.facts if unit.rpartition("/")[0] == folder and unit != source.path)
    scattered = any(d.owner == source.name for unit in neighbours for d in index.facts[unit].definitions)
    new = not scattered and source.path != target.path and target.name and not index.files.exists(target.path)
    if not (source.name and alone and new) or stem in STAY_FILES or source.path[-3:] != target.path[-3:]:
        return [(source, target)]
    whole = (Thing(source.path), Thing(target.path))
    renamed = [(source, target)] if source.name != target.name else []
    return [whole, *renamed]

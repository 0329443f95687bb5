"""Old names: the paths and qualified names that a change makes void, cut into parts."""

import re
from collections.abc import Mapping
from dataclasses import dataclass

from yandrel.index.code import CodeIndex
from yandrel.languages.protocol import View
from yandrel.moves.plan import ChangePlan
from yandrel.moves.texts import renamed_names

PLAIN = re.compile(r"[\w./-]*", re.ASCII)
DOTTED = re.compile(r"[\w-]+(?:\.[\w-]+)*", re.ASCII)
SEPARATORS = re.compile(r"[./\\]")
TELLING = 2
"""How many separators a namespace has whose name stands for nothing else."""

FILE = "file"
FOLDER = "folder"
NAME = "name"


@dataclass(frozen=True)
class OldName:
    """A file, a folder or a qualified name that is called otherwise after a change.

    `outer` are the parts of the folder or namespace that it is in, `inner` those of its own name without
    `suffix`, which only files have. A path with other signs than words, hyphens and dots has no `inner`.
    """

    old: str
    new: str
    kind: str
    outer: tuple[bytes, ...]
    inner: tuple[bytes, ...]
    suffix: bytes = b""

    @property
    def parent(self) -> str:
        """The folder or the namespace that it was in."""
        return self.old.rstrip("/")[: -len(self.old.rstrip("/").rpartition("/")[2])].rstrip("/")


def collect_old_names(index: CodeIndex, plan: ChangePlan, views: Mapping[str, View]) -> list[OldName]:
    """Return all that is called otherwise after a change; `views` are the graphs after it."""
    found = [
        _file(old, new) for old, new in plan.relocation.units.items() if old != new and not old.endswith("/")
    ]
    found += [_file(old, new) for old, new in _emptied(plan).items()]
    folders = _with_inner_folders(plan, plan.relocation.folders)
    found += [_folder(old, new) for old, new in folders.items()]
    return [*found, *(_name(old, new) for old, new in _qualified(index, plan, views).items())]


def _emptied(plan: ChangePlan) -> dict[str, str]:
    """Return the files that are gone because all in them went, with where the first of it is.

    A package marker that nothing is left for is nowhere.
    """
    places = {symbol.unit: target.unit for symbol, target in plan.relocation.definitions.items()}
    gone = {change.old for change in plan.files if change.old and not change.new}
    return {old: places.get(old, "") for old in sorted(gone)}


def _with_inner_folders(plan: ChangePlan, folders: Mapping[str, str]) -> dict[str, str]:
    """Return the folders that move, and all folders in them that hold files."""
    found = {old: new for old, new in folders.items() if old != new and old.strip("/")}
    for old, new in list(found.items()):
        for unit in plan.relocation.units:
            inner = unit[len(old) :].split("/")[:-1] if unit.startswith(old) else []
            for count in range(1, len(inner) + 1):
                below = "/".join(inner[:count]) + "/"
                found.setdefault(old + below, f"{new.rstrip('/')}/{below}")
    return found


def _qualified(index: CodeIndex, plan: ChangePlan, views: Mapping[str, View]) -> dict[str, str]:
    """Return the qualified names that are found nowhere any more, old to new.

    What is below a name that is there already, and follows it, is left out.
    """
    names = {old: new for old, new in renamed_names(index, plan, views).items() if SEPARATORS.search(old)}
    spaces = plan.rewrite.namespaces.items()
    names |= {old: new for old, new in spaces if len(SEPARATORS.findall(old)) >= TELLING}
    after = {*names.values()} | {old for old in names if any(v.find_qualified(old) for v in views.values())}
    gone = {old: new for old, new in names.items() if old not in after}
    return {old: new for old, new in gone.items() if not _follows(old, new, gone)}


def _follows(old: str, new: str, names: Mapping[str, str]) -> bool:
    """Whether a name changes only as the one changes that it is below."""
    found = re.search(r"[.\\]\w+\Z", old)
    above = names.get(old[: found.start()]) if found is not None else None
    return found is not None and above is not None and new == above + found[0]


def _file(old: str, new: str) -> OldName:
    folder, _, name = old.rpartition("/")
    stem, dot, suffix = name.rpartition(".")
    stem, suffix = (stem, suffix) if dot and stem else (name, "")
    if not PLAIN.fullmatch(folder) or not DOTTED.fullmatch(stem):
        return OldName(old, new, FILE, (), (), suffix.encode())
    inner = tuple(part.encode() for part in stem.split("."))
    return OldName(old, new, FILE, _parts(folder), inner, suffix.encode())


def _folder(old: str, new: str) -> OldName:
    folder, _, name = old.strip("/").rpartition("/")
    plain = PLAIN.fullmatch(old.strip("/")) is not None
    return (
        OldName(old, new, FOLDER, _parts(folder), _parts(name))
        if plain
        else OldName(old, new, FOLDER, (), ())
    )


def _name(old: str, new: str) -> OldName:
    *outer, last = SEPARATORS.split(old)
    return OldName(old, new, NAME, tuple(part.encode() for part in outer), (last.encode(),))


def _parts(folder: str) -> tuple[bytes, ...]:
    return tuple(part.encode() for part in folder.split("/") if part)


__all__ = ["FILE", "FOLDER", "NAME", "OldName", "collect_old_names"]

"""Copying Waxmoor out of the package, as it is or with one more fault laid over it."""

import shutil
import tomllib
from dataclasses import dataclass
from importlib.resources import as_file, files
from pathlib import Path

from yandrel.errors import CallError, RefusedError

MARK = ".waxmoor"
ADDED = "yandrel.added.toml"


@dataclass(frozen=True)
class Walk:
    """What `yandrel demo` shows: files to put beside the copy, and commands with what they are for."""

    head: str
    steps: list[tuple[str, tuple[str, ...]]]
    files: dict[str, str]


def languages() -> list[str]:
    """Return the languages that Waxmoor is written in."""
    places = (entry for entry in files("yandrel.demo").iterdir() if entry.is_dir())
    return sorted(entry.name for entry in places if (entry / "walk.toml").is_file())


def _check_language(language: str) -> None:
    if language not in languages():
        raise CallError(
            f"there is no Waxmoor in a language called {language!r}",
            todo="there are " + ", ".join(languages()),
        )


def read_walk(language: str = "python", part: str = "") -> Walk:
    """Return the commands that are walked through on the application, or on its beginning."""
    place = files("yandrel.demo") / language
    found = tomllib.loads((place / part / "walk.toml").read_text(encoding="utf-8"))
    steps = [(step["text"], tuple(step["words"])) for step in found["step"]]
    mend = place / "mend.toml"
    extra = {"mend.toml": mend.read_text(encoding="utf-8")} if not part and mend.is_file() else {}
    return Walk(found["head"], steps, extra)


def overlays(language: str = "python") -> list[str]:
    """Return the names of the faults that can be laid over the application."""
    place = files("yandrel.demo") / language / "overlays"
    if not place.is_dir():
        return []
    return sorted(entry.name for entry in place.iterdir() if entry.is_dir())


def beginnings(language: str = "python") -> list[str]:
    """Return the frameworks in which there is a Waxmoor of one file."""
    place = files("yandrel.demo") / language / "onefile"
    if not place.is_dir():
        return []
    return sorted((e.name for e in place.iterdir() if e.is_dir()), key=lambda name: name != "flask")


def copy_beginning(
    target: Path, framework: str = "flask", language: str = "python", replace: bool = False
) -> None:
    """Copy Waxmoor as it all began, in one file, to a folder that is not there yet."""
    _check_language(language)
    known = beginnings(language)
    if framework not in known:
        raise CallError(f"there is no one-file Waxmoor in {framework}", todo="there are " + ", ".join(known))
    _make_room(target, replace)
    with as_file(files("yandrel.demo") / language / "onefile" / framework) as source:
        shutil.copytree(source, target, ignore=shutil.ignore_patterns("__pycache__"), dirs_exist_ok=True)
    (target / MARK).write_text("A copy of the demonstration application.\n", encoding="utf-8")


def _make_room(target: Path, replace: bool) -> None:
    """Remove an older copy; refuse where something else is."""
    if not target.exists() or not any(target.iterdir() if target.is_dir() else [target]):
        return
    if not replace:
        raise RefusedError("is there already", where=target.name, todo="say --replace, or another folder")
    if target.is_symlink() or not (target / MARK).is_file():
        raise RefusedError("is no copy of Waxmoor, so it is not replaced", where=target.name)
    shutil.rmtree(target)


def _add_rules(target: Path) -> None:
    """Add the lines that an overlay has for the yandrel.toml to its end."""
    added = target / ADDED
    if added.is_file():
        config = target / "yandrel.toml"
        config.write_text(config.read_text("utf-8") + "\n" + added.read_text("utf-8"), encoding="utf-8")
        added.unlink()


def copy_waxmoor(
    target: Path,
    language: str = "python",
    overlay: str = "",
    replace: bool = False,
    layout: bool = False,
) -> None:
    """Copy the application to a folder that is not there yet, or holds an older copy of it.

    With `layout`, or an overlay, the yandrel.toml that it is meant to follow comes along.
    """
    _check_language(language)
    _make_room(target, replace)
    with as_file(files("yandrel.demo") / language) as source:
        if overlay and not (source / "overlays" / overlay).is_dir():
            raise CallError(
                f"no overlay is called {overlay!r}",
                todo="there are " + ", ".join(overlays(language)),
            )
        shutil.copytree(
            source / "app", target, ignore=shutil.ignore_patterns("__pycache__"), dirs_exist_ok=True
        )
        if layout or overlay:
            shutil.copy(source / "yandrel.toml", target / "yandrel.toml")
        if overlay:
            shutil.copytree(source / "overlays" / overlay, target, dirs_exist_ok=True)
            _add_rules(target)
    (target / MARK).write_text("A copy of the demonstration application.\n", encoding="utf-8")

"""Yandrel's own files: homes, doors, exceptions and accepted findings that name what moves."""

import re
from collections.abc import Collection, Mapping, MutableMapping, Sequence
from typing import Any

from yandrel.errors import ConfigError
from yandrel.files.root import CONFIG_NAME
from yandrel.index.code import CodeIndex
from yandrel.layout.config import parse_layout
from yandrel.model.changes import Relocation
from yandrel.moves.movelist import Lines
from yandrel.moves.plan import ChangePlan, FileChange, read_or_none
from yandrel.moves.texts import OWN_FILES

ACCEPTED = "yandrel.accepted.toml"
STRING = re.compile(r"\"(?:[^\"\\\n]|\\.)*\"|'[^'\n]*'")
NAMED = re.compile(r"[\w@.~+-]+(?:/[\w@.~+-]+)+(?::[\w.]+)?")
"""A path in a text, and a definition in it."""


def plan_own_files(index: CodeIndex, plan: ChangePlan, homes: Lines = (), domains: Lines = ()) -> None:
    """Add to a plan what it changes in Yandrel's own files.

    `homes` are those that roles get with it, `domains` the files that domains get. Raises ConfigError where
    these are none, or there is no yandrel.toml to write them in.
    """
    places = _new_places(plan.relocation)
    for path in OWN_FILES:
        raw = read_or_none(index, path)
        if raw is None:
            continue
        text = raw.decode("utf-8", "surrogateescape")
        after = _with_places(text, places)
        if path == CONFIG_NAME and (homes or domains):
            after = with_lines(after, homes, domains)
        if path != CONFIG_NAME and after != text:
            after = _sorted_lines(after)
        if after != text:
            plan.files.append(
                FileChange(
                    path, path, raw, after.encode("utf-8", "surrogateescape"), index.files.mode(path), True, 1
                )
            )


def _new_places(relocation: Relocation) -> dict[str, str]:
    """Return the new place of each file, folder and definition that moves, as these files write it."""
    found = {old: new for old, new in relocation.units.items() if old != new}
    found.update({old.rstrip("/"): new.rstrip("/") for old, new in relocation.folders.items()})
    for old, new in relocation.definitions.items():
        found[f"{old.unit}:{old.name}"] = f"{new.unit}:{new.name}"
    return found


def _with_places(text: str, places: Mapping[str, str]) -> str:
    """Return a text of TOML in whose strings each whole path that moves is the new one."""

    def renamed(found: re.Match[str]) -> str:
        word = found[0]
        path, colon, name = word.partition(":")
        return places.get(word) or (places[path] + colon + name if path in places else word)

    def in_string(found: re.Match[str]) -> str:
        return NAMED.sub(renamed, found[0])

    lines = [
        line if line.lstrip().startswith("#") else STRING.sub(in_string, line) for line in text.split("\n")
    ]
    return "\n".join(lines)


def with_lines(text: str, homes: Lines, domains: Lines) -> str:
    """Return the text of a yandrel.toml with other homes for some roles, and more files for some domains.

    All else stays as it is. Raises ConfigError where the lines are wrong.
    """
    import tomlkit

    document = tomlkit.parse(text)
    roles = _section(document, "roles") if homes else {}
    for role, patterns in homes:
        known = roles.get(role)
        if isinstance(known, MutableMapping):
            known["home"] = _value(patterns)
        else:
            _set(roles, role, patterns)
    own = _section(document, "domains") if domains else {}
    for name, patterns in domains:
        known = own.get(name, [])
        if isinstance(known, MutableMapping):
            known["files"] = _value(tuple(dict.fromkeys([*known.get("files", []), *patterns])))
        else:
            _set(
                own, name, tuple(dict.fromkeys([*([known] if isinstance(known, str) else known), *patterns]))
            )
    after = tomlkit.dumps(document)
    parse_layout(after.encode())
    return after


def _section(document: MutableMapping[str, Any], name: str) -> MutableMapping[str, Any]:
    import tomlkit

    if name not in document:
        document[name] = tomlkit.table()
    section: MutableMapping[str, Any] = document[name]
    return section


def _set(section: MutableMapping[str, Any], key: str, patterns: Sequence[str]) -> None:
    """Give a key other texts; the comment at its end stays."""
    trivia = getattr(section.get(key), "trivia", None)
    section[key] = _value(patterns)
    if trivia is not None and trivia.comment:
        section[key].trivia.comment_ws = trivia.comment_ws
        section[key].trivia.comment = trivia.comment


def _value(patterns: Sequence[str]) -> Any:
    return patterns[0] if len(patterns) == 1 else _as_list(patterns)


def _as_list(patterns: Sequence[str]) -> Any:
    import tomlkit

    found = tomlkit.array()
    found.extend(patterns)
    return found.multiline(len(", ".join(patterns)) > 80)


def _sorted_lines(text: str) -> str:
    """Return the text of the accepted findings with its lines sorted, as it was written."""
    lines = text.split("\n")
    rows = [at for at, line in enumerate(lines) if line.startswith('  "')]
    for at, line in zip(rows, sorted(lines[at] for at in rows)):
        lines[at] = line
    return "\n".join(lines)


def accepted_without(index: CodeIndex, gone: Collection[str]) -> dict[str, bytes]:
    """Return the text of the accepted findings without those of files that go; empty where none is."""
    raw = read_or_none(index, ACCEPTED)
    if raw is None:
        return {}
    lines = raw.decode("utf-8", "surrogateescape").split("\n")
    kept = [line for line in lines if not (line.startswith('  "') and _names_one(line, gone))]
    return {ACCEPTED: "\n".join(kept).encode("utf-8", "surrogateescape")} if kept != lines else {}


def _names_one(line: str, gone: Collection[str]) -> bool:
    return any(found[0].partition(":")[0] in gone for found in NAMED.finditer(line))


def check_lines(index: CodeIndex, lines: Lines) -> None:
    """Raise ConfigError where lines are to be written in a yandrel.toml, and there is none."""
    if lines and not index.files.exists(CONFIG_NAME):
        raise ConfigError("is not there to be changed", where=CONFIG_NAME, todo="`yandrel adopt` first")


__all__ = ["accepted_without", "check_lines", "plan_own_files", "with_lines"]

"""Configuration that names what moves: entry points, settings, paths; prose is only listed."""

import re
from collections.abc import Iterator, Mapping

from yandrel.files.text import Source
from yandrel.index.code import CodeIndex
from yandrel.languages.protocol import View
from yandrel.languages.registry import language_of
from yandrel.layout.config import Layout
from yandrel.model.changes import Edit, Note, Replacement, apply_edits, tell_leaving
from yandrel.model.graph import Symbol
from yandrel.moves.exact_edits import apply_replacements
from yandrel.moves.movelist import is_move_list
from yandrel.moves.namespaces import (
    edit_relative_names,
    find_left_namespaces,
    says_maker,
    says_package,
)
from yandrel.moves.plan import ChangePlan, FileChange, read_or_none
from yandrel.texts.scalars import LARGEST, find_words, is_config, is_key

LOGGING = frozenset(["category", "level", "log", "log4j", "logger", "loggers", "logging", "quarkus"])
"""Words that keys begin with which go on with the name of a logger, which is called like its class."""
DOCUMENTED = re.compile(r"[TMFPEN]:(?=[A-Z])")
"""What begins the id of a type or a member in the documentation of C#."""
LOGGER_SETTINGS = frozenset(["level", "handlers", "useParentHandlers"])
"""Words that follow the name of a logger in a key."""
OWN_FILES = ("yandrel.toml", "yandrel.accepted.toml")


def plan_texts(
    index: CodeIndex, plan: ChangePlan, views: Mapping[str, View], layout: Layout, move_list: str = ""
) -> None:
    """Add to a plan what it changes in configuration, and notes for what it does not.

    The move list itself is left alone.
    """
    names = renamed_names(index, plan, views)
    renamed = plan.rewrite.namespaces
    left = find_left_namespaces(names, renamed)
    names = {**renamed, **names}
    paths = {old: new for old, new in plan.relocation.units.items() if "/" in old}
    folders = dict(plan.relocation.folders)
    if not names and not paths and not folders:
        return
    heads = {re.split(r"[.\\]", name, maxsplit=1)[0].encode() for name in names}
    heads |= {path.partition("/")[0].encode() for path in (*paths, *folders)}
    for path in index.tree.files:
        if not is_config(path) or language_of(path) is not None or layout.is_generated(path):
            continue
        if move_list and path.endswith(move_list.rpartition("/")[2]):
            continue
        raw = read_or_none(index, path, LARGEST)
        if path.endswith("package-lock.json") or raw is None or not any(head in raw for head in heads):
            continue
        source = index.read_source(path)
        data = source.data
        if source.problem or is_move_list(path, data):
            continue
        known = list(plan.rewrite.edits.get(path, ()))
        edits: list[Replacement] = []
        if path.endswith(".xml"):
            edits += edit_relative_names(data, names)
        for start, end, word in find_words(data):
            new = _renamed(word, names, paths, folders)
            leaves = new is None and word in left
            if leaves and not (says_package(data, start) or says_maker(data, start)):
                line = data.count(b"\n", 0, start) + 1
                plan.notes.append(Note(path, line, word, tell_leaving(left[word])))
            if new is None or new == word or any(e.start < end and start < e.end for e in known):
                continue
            if path not in OWN_FILES and not is_dotted_key(path, data, start, end, word):
                edits.append(Replacement(start, end, data[start:end], new.encode(), f"names {word}"))
        if edits:
            add_replacements(index, plan, path, raw, source, edits)


def is_dotted_key(path: str, data: bytes, start: int, end: int, word: str) -> bool:
    """Whether a word with dots is a key that may mean anything: no class, and no logger that keys name."""
    if "/" in word or "\\" in word or "." not in word:
        return False
    segments = word.split(".")
    names = segments[0] in LOGGING or segments[-1] in LOGGER_SETTINGS or segments[-1][:1].isupper()
    return not names and is_key(path, data, start, end)


def renamed_names(index: CodeIndex, plan: ChangePlan, views: Mapping[str, View]) -> dict[str, str]:
    """Return how configuration writes the names of everything that moves, old to new.

    `views` are the graphs after the change.
    """
    return {old: new for _, _, old, new in rename_symbols(index, plan, views)}


def rename_symbols(
    index: CodeIndex, plan: ChangePlan, views: Mapping[str, View]
) -> Iterator[tuple[Symbol, Symbol, str, str]]:
    """Yield each moved symbol with its new one, and its qualified name before and after."""
    symbols = dict(plan.relocation.definitions)
    for old, new in plan.relocation.units.items():
        if old in index.facts:
            symbols[Symbol(old)] = Symbol(new)
            for definition in index.facts[old].definitions:
                symbols.setdefault(Symbol(old, definition.name), Symbol(new, definition.name))
    for old_symbol, new_symbol in symbols.items():
        name = language_of(new_symbol.unit)
        if old_symbol.unit not in index.facts or name is None or name not in views:
            continue
        before = index.view(old_symbol.unit).names_in_text(old_symbol)
        after = views[name].names_in_text(new_symbol)
        whole = not old_symbol.name
        for old, new in zip(before, after):
            if old != new and not (whole and old.isidentifier()):
                yield old_symbol, new_symbol, old, new


def _renamed(word: str, names: dict[str, str], paths: dict[str, str], folders: dict[str, str]) -> str | None:
    if "\\" in word:
        return _renamed_class(word, names)
    if DOCUMENTED.match(word):
        new = _renamed(word[2:], names, {}, {})
        return word[:2] + new if new is not None else None
    dotted = word.replace(":", ".")
    if dotted in names:
        new = names[dotted]
        if ":" not in word:
            return new
        tail = word.partition(":")[2].count(".") + 1
        parts = new.split(".")
        return ".".join(parts[:-tail]) + ":" + ".".join(parts[-tail:])
    if ":" in word or "." in word:
        module, separator, rest = word.partition(":")
        if separator and module in names:
            return names[module] + ":" + rest
        if not separator and "/" not in word:
            head, _, last = word.rpartition(".")
            if head in names and last.isidentifier():
                return f"{names[head]}.{last}"
            return _renamed_at_the_end(word, names)
    if word in paths:
        return paths[word]
    if word + "/" in folders and "/" in word:
        return folders[word + "/"].rstrip("/")
    if word.endswith("/") and word in folders and word.count("/") > 1:
        return folders[word]
    return None


def _renamed_at_the_end(word: str, names: dict[str, str]) -> str | None:
    """A name after the words of a logger's key: `logging.level.org.waxmoor.hives`."""
    segments = word.split(".")
    own = next((at for at, segment in enumerate(segments) if segment not in LOGGING), len(segments))
    tail = ".".join(segments[own:])
    return ".".join([*segments[:own], names[tail]]) if own and tail in names else None


def _renamed_class(word: str, names: dict[str, str]) -> str | None:
    """A name with backslashes, doubled or not, with one in front or not, with a member after it or not."""
    separator = "\\\\" if "\\\\" in word else "\\"
    bare, colons, member = word.partition("::")
    plain = bare.replace(separator, "\\")
    lead = "\\" if plain.startswith("\\") else ""
    new = names.get(plain.removeprefix(lead))
    if new is None:
        return None
    return (lead + new).replace("\\", separator) + colons + member


def add_replacements(
    index: CodeIndex, plan: ChangePlan, path: str, raw: bytes, source: Source, edits: list[Replacement]
) -> None:
    """Add replacements to what a plan does with a file: to its manifest's edits, where it has some."""
    known = plan.rewrite.edits.get(path, [])
    text = apply_replacements(source.data, edits, path)
    if known:
        text = apply_edits(source.data, [*known, *(Edit(r.start, r.end, r.new) for r in edits)])
    after = source.encoding.restore(text)
    count = len(known) + len(edits)
    for position, change in enumerate(plan.files):
        if change.old == path:
            plan.files[position] = FileChange(
                path, change.new, change.before, after, change.mode, True, count
            )
            return
    plan.files.append(FileChange(path, path, raw, after, index.files.mode(path), True, count))


__all__ = ["add_replacements", "is_dotted_key", "plan_texts", "rename_symbols", "renamed_names"]

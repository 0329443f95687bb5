"""The plan of a change: every file's bytes before and after, computed before anything is written."""

import re
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field

from msgspec.structs import replace

from yandrel.errors import RefusedError
from yandrel.files.contents import Changes
from yandrel.files.text import Encoding, Source
from yandrel.index.code import CodeIndex
from yandrel.languages.import_order import is_same_but_for_order, keep_order
from yandrel.languages.registry import is_manifest, language_of, load_language
from yandrel.model.changes import Edit, Note, Refusal, Relocation, Rewrite, apply_edits
from yandrel.moves.exact_edits import find_edit_fault
from yandrel.moves.licence import with_licence

FEW_WORDS = 12


class RefusalsError(RefusedError):
    """A change that is refused, with every refusal."""

    def __init__(self, refusals: list[Refusal], todo: str = "") -> None:
        self.refusals = refusals
        first = refusals[0]
        where = f"{first.unit}:{first.line}" if first.line else first.unit
        lines = tuple(dict.fromkeys(refusal.one_line() for refusal in refusals))
        super().__init__(first.why, where=where, todo=todo or first.todo, reasons=lines)


@dataclass(frozen=True, slots=True)
class FileChange:
    """One file: gone where `new` is empty, new where `old` is. Contents are raw bytes."""

    old: str
    new: str
    before: bytes | None
    after: bytes | None
    mode: int = 0o644
    edited: bool = False
    edits: int = 0


def contents_after(changes: list[FileChange]) -> Changes:
    """Return the contents that some changes leave, by path; None for what is gone."""
    left: dict[str, tuple[bytes, int] | None] = {change.old: None for change in changes if change.old}
    left.update({c.new: (c.after, c.mode) for c in changes if c.new and c.after is not None})
    return left


@dataclass
class ChangePlan:
    """All that one change does."""

    title: str
    files: list[FileChange]
    relocation: Relocation
    rewrite: Rewrite = field(default_factory=Rewrite)
    notes: list[Note] = field(default_factory=list)
    sources: dict[str, bytes] = field(default_factory=dict)
    untouchable: frozenset[str] = frozenset()

    def new_sources(self) -> dict[str, bytes]:
        """Return the raw bytes of every file that is changed, moved or new, by its new path."""
        return {c.new: c.after for c in self.files if c.new and c.after is not None}


def plan_relocation(
    index: CodeIndex, relocation: Relocation, title: str, untouchable: frozenset[str] = frozenset()
) -> ChangePlan:
    """Return the plan that carries out a relocation; raises RefusedError with every reason.

    `untouchable` are generated units: where they name what moves, that is noted, and they stay.
    """
    total = Rewrite()
    decoded: dict[str, Source] = {}
    definitions = dict(relocation.definitions)
    units = dict(relocation.units)
    references: dict[str, frozenset[str]] = {}
    for name, view in index.views.items():
        language = load_language(name)
        part = _part_for(relocation, name)
        words = language.moved_words(view, part)
        if not words and not part.units:
            continue
        sources = read_candidates(index, name, words, part, decoded)
        for unit, source in sources.items() if not language.tells_unread else ():
            index.look_closer(unit, source)
        rewritten, settled = language.rewrite(view, part, sources)
        _merge(total, rewritten)
        definitions.update(settled.definitions)
        units.update(settled.units)
        references.update(settled.references)
    relocation = replace(relocation, definitions=definitions, units=units, references=references)
    for unit in sorted(untouchable & total.edits.keys()):
        del total.edits[unit]
        total.notes.append(Note(unit, 0, "generated", "names what moves: make it anew"))
    if total.refusals:
        raise RefusalsError(total.refusals)
    relocation = replace(relocation, gone=frozenset(total.emptied))
    edit_manifests(index, relocation, total, decoded)
    files = build_files(index, relocation, total, decoded)
    texts = {path: source.data for path, source in decoded.items()}
    total.notes += _tell_of_ignored(index, relocation)
    return ChangePlan(title, files, relocation, total, list(total.notes), texts, untouchable)


def _tell_of_ignored(index: CodeIndex, relocation: Relocation) -> list[Note]:
    """Return a note for each source that goes along though it is ignored, and so was not read."""
    known = set(index.tree.files)
    left = sorted(new for old, new in relocation.units.items() if old not in known and language_of(old))
    return [Note(unit, 0, "ignored", "went along as it is: make it anew, or mend it") for unit in left]


def edit_manifests(
    index: CodeIndex, relocation: Relocation, total: Rewrite, decoded: dict[str, Source]
) -> None:
    """Add what changes in project files to the edits."""
    for name in index.views:
        language = load_language(name)
        found = {
            path: index.read_source(path)
            for path in index.tree.files
            if is_manifest(path, language.manifests)
        }
        texts = {path: source.data for path, source in found.items() if not source.problem}
        for path, edits in language.rewrite_manifests(index.projects[name], relocation, texts).items():
            total.edits[path] = edits
            decoded[path] = found[path]


def _part_for(relocation: Relocation, language: str) -> Relocation:
    units = {
        old: new
        for old, new in relocation.units.items()
        if language_of(old) == language or language_of(new) == language
    }
    definitions = {
        old: new for old, new in relocation.definitions.items() if language_of(old.unit) == language
    }
    files = {old: new for old, new in relocation.units.items() if old not in units}
    return replace(relocation, units=units, definitions=definitions, files=files)


def _merge(total: Rewrite, part: Rewrite) -> None:
    total.edits.update(part.edits)
    total.created.update(part.created)
    total.emptied |= part.emptied
    total.notes += part.notes
    total.refusals += part.refusals
    total.carried.update(part.carried)
    total.statements += part.statements
    total.dropped |= part.dropped
    total.tidied.update(part.tidied)
    total.namespaces.update(part.namespaces)


def read_candidates(
    index: CodeIndex,
    language: str,
    words: set[str],
    relocation: Relocation,
    decoded: dict[str, Source],
) -> dict[str, bytes]:
    """Read the units that move and those whose bytes hold one of the words."""
    encoded = [word.encode() for word in words if word]
    known = load_language(language)
    flags = re.IGNORECASE if known.folds_case else re.NOFLAG
    any_word = rb"\b(?:" + b"|".join(map(re.escape, encoded)) + rb")\b"
    pattern = re.compile(any_word, flags) if encoded else None
    can_name = known.mention_filter(index.views[language], relocation)
    few = encoded if len(encoded) <= FEW_WORDS and not known.folds_case else []
    own = {*relocation.units, *(symbol.unit for symbol in relocation.definitions)}
    own |= {symbol.unit for symbol in relocation.definitions.values()}
    naming = own | known.naming_without_words(index.views[language], relocation)
    sources: dict[str, bytes] = {}
    for path in index.facts:
        if language_of(path) != language:
            continue
        raw = read_or_none(index, path)
        if raw is None:
            continue  # listed among the files that could not be read
        if path not in naming:
            if few and not any(word in raw for word in few):
                continue
            if pattern is None or not pattern.search(raw) or not can_name(path, raw):
                continue
        source = index.read_source(path)
        if source.problem:
            if path in own and not (known.cookies and path in relocation.units):
                raise RefusedError(source.problem, where=path, todo="fix it first")
            continue
        decoded[path] = source
        sources[path] = source.data
    return sources


def read_or_none(index: CodeIndex, path: str, limit: int = -1) -> bytes | None:
    """Return the bytes of a file; None where it cannot be read, or has more than `limit` bytes."""
    try:
        raw = index.read_raw(path)
    except OSError:
        return None
    return None if 0 <= limit < len(raw) else raw


def build_files(
    index: CodeIndex, relocation: Relocation, rewrite: Rewrite, decoded: Mapping[str, Source]
) -> list[FileChange]:
    """Return every file's change, sorted by path."""
    changes: list[FileChange] = []
    guessed = {
        decoded[symbol.unit].encoding
        for symbol in relocation.definitions
        if symbol.unit in decoded and decoded[symbol.unit].encoding.guessed
    }
    touched = {*relocation.units, *rewrite.edits, *rewrite.emptied}
    for old in sorted(touched):
        before = index.read_raw(old)
        new = relocation.unit(old)
        after = before
        edits = rewrite.edits.get(old, [])
        if old in rewrite.emptied:
            new = ""
        elif edits:
            if not {decoded[old].encoding}.issuperset(guessed) and not all(e.text.isascii() for e in edits):
                raise _encoded_otherwise(old)
            after = _edited(decoded[old], edits, old, rewrite.tidied.get(old))
        if new == old and after == before:
            continue
        mode = index.files.mode(old)
        changes.append(
            FileChange(old, new, before, after if new else None, mode, after != before, len(edits))
        )
    origins = {new.unit: old.unit for old, new in relocation.definitions.items()}
    for new, text in sorted(rewrite.created.items()):
        origin = decoded.get(origins.get(new, ""))
        text = with_licence(text, origin.data) if origin is not None and text.strip() else text
        if index.files.exists(new) and new not in relocation.units:
            raise RefusedError("is there already", where=new)
        if guessed and not text.isascii():
            if len(guessed) > 1:
                raise _encoded_otherwise(new)
            text = next(iter(guessed)).restore(text)
        changes.append(FileChange("", new, None, text, 0o644, True, 1))
    return changes


def _encoded_otherwise(path: str) -> RefusedError:
    return RefusedError(
        "would get letters of a file that is not UTF-8", where=path, todo="save both as UTF-8 first"
    )


def _own_fault(path: str, what: str) -> RefusedError:
    return RefusedError(
        f"a fault of Yandrel's own: {what}", where=path, todo="nothing was changed; please report it"
    )


def _edited(source: Source, edits: list[Edit], path: str, tidied: bytes | None) -> bytes:
    for edit in edits:
        fault = find_edit_fault(source.data, edit.start, edit.end, edit.text)
        if fault:
            raise _own_fault(path, f"an edit at byte {edit.start} {fault}")
    try:
        text = apply_edits(source.data, edits)
    except ValueError as error:
        raise _own_fault(path, str(error)) from error
    if tidied is not None and tidied.split() != text.split():
        raise _own_fault(path, "more than white space is put right")
    text = text if tidied is None else tidied
    name = language_of(path)
    order = load_language(name).import_order() if name is not None else None
    if order is not None:
        ordered = keep_order(order, source.data, text)
        if not is_same_but_for_order(text, ordered):
            raise _own_fault(path, "more than the order of imports is put right")
        text = ordered
    encoding: Encoding = source.encoding
    try:
        return encoding.restore(text)
    except UnicodeEncodeError as error:
        raise RefusedError(f"its encoding {encoding.name} cannot hold the new text", where=path) from error


def files_as_changes(
    index: CodeIndex, contents: Mapping[str, bytes], gone: Iterable[str] = ()
) -> list[FileChange]:
    """Return the changes that write whole files, for what is not a relocation."""
    changes = []
    for path, after in sorted(contents.items()):
        before = index.read_raw(path) if index.files.exists(path) else None
        mode = index.files.mode(path) if before is not None else 0o644
        if before != after:
            old = path if before is not None else ""
            changes.append(FileChange(old, path, before, after, mode, True, 1))
    for path in sorted(gone):
        before = index.read_raw(path)
        changes.append(FileChange(path, "", before, None))
    return changes

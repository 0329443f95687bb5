"""Reading facts out of many files, on all cores where there are many."""

import os
from collections.abc import Iterable, Mapping
from pathlib import Path

import msgspec
from msgspec.structs import replace

from yandrel.files.rooted import read_plain
from yandrel.files.text import decode_source
from yandrel.index.forks import can_fork, share_out
from yandrel.languages.deeds import PACKED, count_deeds, count_words, tell_maker
from yandrel.languages.forwards import may_forward
from yandrel.languages.leftovers import may_hold_leftovers
from yandrel.languages.registry import language_of, load_language
from yandrel.languages.shapes import with_shapes
from yandrel.model.facts import Facts, Problem

ENOUGH_FOR_A_POOL = 200
LARGEST = 8 * 1024 * 1024
BATCHES = 12
"""How many runs of files a worker gets: with few, one core waits for the last of another."""
LARGE = 200_000
"""Bytes from which a packed script is not read: it is a bundle that holds all it needs."""
_encode = msgspec.msgpack.Encoder().encode


def read_outline(place: str, language_name: str) -> Facts:
    """Return the facts of one file's outline; what cannot be read or decoded is a problem in them."""
    file_name = os.path.basename(place)
    try:
        raw = read_plain(place)
    except OSError as error:
        name = load_language(language_name).name_of(file_name)
        return Facts(name, 0, problems=(Problem(0, f"cannot be read: {error.strerror}"),))
    return facts_of_bytes(raw, language_name, file_name, outline=True)


def facts_of_bytes(raw: bytes, language_name: str, path: str, outline: bool = False) -> Facts:
    """Return the facts of a file's raw bytes; those of an outline may know of fewer problems."""
    language = load_language(language_name)
    if len(raw) > LARGEST:
        return Facts(language.name_of(path), raw.count(b"\n"), problems=(Problem(0, _too_large(len(raw))),))
    source = decode_source(raw, language.cookies)
    if source.problem:
        return Facts(language.name_of(path), raw.count(b"\n"), problems=(Problem(0, source.problem),))
    lines = source.data.count(b"\n") + 1
    if len(raw) > LARGE and language.runs_in_browsers and tell_maker(source.data, lines) == PACKED:
        return Facts(language.name_of(path), lines, open=True, maker=PACKED)
    facts = language.read_facts(source.data, path, outline)
    words = count_words(source.data)
    return replace(
        facts,
        definitions=with_shapes(facts.definitions, source.data),
        deeds=count_deeds(source.data, words),
        maker=tell_maker(source.data, facts.lines),
        leftovers=may_hold_leftovers(words),
        forwards=may_forward(source.data),
    )


def _too_large(size: int) -> str:
    return f"{size // 1_000_000} MB are more than is read of one file (8 MB)"


def parse_files(root: Path, paths: list[str], sizes: Mapping[str, int]) -> Iterable[tuple[str, bytes]]:
    """Yield each path with its packed facts, in any order."""
    workers = usable_cores()
    if len(paths) < ENOUGH_FOR_A_POOL or workers < 2 or not can_fork():
        for path in paths:
            yield path, _parse_one(root, path)
        return
    warm_up(paths)
    batches = split_evenly(paths, sizes, workers * BATCHES)

    def parse_batch(number: int) -> bytes:
        return _encode([(path, _parse_one(root, path)) for path in batches[number]])

    for packed in share_out(parse_batch, len(batches), workers):
        yield from msgspec.msgpack.decode(packed, type=list[tuple[str, bytes]])


def warm_up(paths: Iterable[str]) -> None:
    """Load the languages of some paths with all that they compile, once, before there are workers."""
    for path in {path[path.rfind(".") :]: path for path in paths}.values():
        facts_of_bytes(b"", language_of(path) or "", path, outline=True)


def split_evenly(paths: list[str], sizes: Mapping[str, int], count: int) -> list[list[str]]:
    """Split paths into runs of about the same number of bytes."""
    total = sum(sizes.get(path, 0) + 2000 for path in paths)
    batches: list[list[str]] = [[]]
    held = 0
    for path in paths:
        batches[-1].append(path)
        held += sizes.get(path, 0) + 2000
        if held * count >= total and len(batches) < count:
            batches.append([])
            held = 0
    return [batch for batch in batches if batch]


def _parse_one(root: Path, path: str) -> bytes:
    return _encode(read_outline(f"{root}/{path}", language_of(path) or ""))


def usable_cores() -> int:
    if hasattr(os, "sched_getaffinity"):
        return len(os.sched_getaffinity(0))
    return os.cpu_count() or 1

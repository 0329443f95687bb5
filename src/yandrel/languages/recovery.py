"""Find the definitions of an unparsable file by its text, since other files name them."""

import re
from collections.abc import Iterable, Iterator, Mapping

from yandrel.model.facts import Definition


def recover_definitions(
    source: bytes,
    pattern: re.Pattern[bytes],
    known: Iterable[Definition],
    namespace: str,
    kinds: Mapping[str, str] | None = None,
) -> Iterator[Definition]:
    """Yield the definitions at the least indented level that a pattern finds, and that are not known.

    The pattern has groups `kind` and `name`, and may have `owner`; what is private to its file is left out.
    `kinds` are the kinds that the language's words stand for, where they are not the words themselves.
    """
    names = {definition.name for definition in known}
    found = [match for match in pattern.finditer(source) if b"private" not in match[0].split()]
    least = min((_indent_of(match) for match in found), default=0)
    for match in found:
        name = match["name"].decode("utf-8", "replace")
        if name in names or _indent_of(match) > least:
            continue
        names.add(name)
        line = source.count(b"\n", 0, match.start("name")) + 1
        kind = match["kind"].decode()
        kind = (kinds or {}).get(kind, kind)
        groups = match.groupdict()
        yield Definition(
            name,
            kind,
            match.start(),
            match.end(),
            line,
            line,
            owner=(groups.get("owner") or b"").decode("utf-8", "replace"),
            namespace=namespace,
        )


def _indent_of(match: re.Match[bytes]) -> int:
    return len(match[0]) - len(match[0].lstrip(b" \t"))

"""Refuse to move users of test libraries into the main sources."""

from collections.abc import Iterator, Mapping

from yandrel.languages.jvm.builds import SOURCE_SET, is_for_tests
from yandrel.languages.named.content import Content
from yandrel.model.changes import Refusal, Relocation
from yandrel.model.facts import Facts, Import
from yandrel.model.graph import Symbol

OF_THE_PLATFORM = ("java.", "javax.", "kotlin.")
TELLING = 2
"""How many parts of a package's name say which library it is from."""


def refuse_test_libraries(
    facts: Mapping[str, Facts], relocation: Relocation, contents: Mapping[str, Content]
) -> Iterator[Refusal]:
    """Yield a refusal for each file of tests that would need, among main sources, what only tests import."""
    leaving = dict(_leave_tests(relocation))
    if not leaving:
        return
    own = {d.namespace for each in facts.values() for d in each.definitions}
    main = {_library(item) for unit, each in facts.items() if not _is_test(unit) for item in each.imports}
    for symbol, target in sorted(leaving.items(), key=lambda pair: (pair[0].unit, pair[0].name)):
        for item in _imports_of(symbol, facts, contents):
            library = _library(item)
            if library in main or item.module in own or f"{item.module}.".startswith(OF_THE_PLATFORM):
                continue
            why = f"uses {library}, which only tests use, and would go to the main sources"
            yield Refusal(symbol.unit, item.line, why, f"choose a place for tests instead of {target}")
            break


def _leave_tests(relocation: Relocation) -> Iterator[tuple[Symbol, str]]:
    """Yield each file or definition that leaves the test sources, with its new file."""
    for old, new in relocation.units.items():
        if _is_test(old) and _is_main(new):
            yield Symbol(old), new
    for symbol, target in relocation.definitions.items():
        if _is_test(symbol.unit) and _is_main(target.unit):
            yield symbol, target.unit


def _imports_of(
    symbol: Symbol, facts: Mapping[str, Facts], contents: Mapping[str, Content]
) -> Iterator[Import]:
    """Yield the imports that a file uses, or that one of its definitions uses by name."""
    each = facts.get(symbol.unit)
    content = contents.get(symbol.unit)
    held = next((h for h in content.held if h.name == symbol.name), None) if content is not None else None
    for item in each.imports if each is not None else ():
        if symbol.name and content is not None and held is not None:
            heads = {use.head for use in content.uses if held.start <= use.start < held.end}
            if heads.isdisjoint(name.bound for name in item.names):
                continue
        yield item


def _library(item: Import) -> str:
    return ".".join(item.module.split(".")[:TELLING])


def _is_test(unit: str) -> bool:
    found = SOURCE_SET.match(unit)
    return found is not None and is_for_tests(found[2])


def _is_main(unit: str) -> bool:
    found = SOURCE_SET.match(unit)
    return found is not None and not is_for_tests(found[2])


__all__ = ["refuse_test_libraries"]

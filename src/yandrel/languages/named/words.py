"""Collect the words that a file must contain to name anything that moves."""

from yandrel.languages.named.dialect import Dialect, Known
from yandrel.languages.named.meanings import Meanings
from yandrel.languages.named.rewrite import old_scope
from yandrel.languages.named.table import SymbolTable
from yandrel.languages.named.view import NamedView
from yandrel.model.changes import Relocation


def moved_words(view: NamedView, relocation: Relocation) -> set[str]:
    """Return the names of the definitions that move, and of the files and folders."""
    words: set[str] = set()
    for old, new in (*relocation.units.items(), *relocation.files.items()):
        facts = view.units.facts.get(old)
        if facts is not None:
            words |= {definition.name for definition in facts.definitions}
            words |= {constant for constant, _ in facts.folders}
        if old != new:
            words.add(old.rpartition("/")[2].rpartition(".")[0] or old.rpartition("/")[2])
    for folder in relocation.folders:
        words.add(folder.rstrip("/").rpartition("/")[2])
    for symbol, target in relocation.definitions.items():
        words |= {symbol.name, target.name}
    return words


def find_openers(view: NamedView, relocation: Relocation) -> set[str]:
    """Return the units that import something of a namespace in which no file is left."""
    facts = view.units.facts
    leaving = {
        n
        for old, new in relocation.units.items()
        if old != new and old in facts
        for n in facts[old].namespaces
    }
    if not leaving:
        return set()
    staying = {n for unit, found in facts.items() if unit not in relocation.units for n in found.namespaces}
    emptied = leaving - staying
    return {unit for unit, found in facts.items() if any(item.module in emptied for item in found.imports)}


class InTable(Known):
    """The names that are defined in a table of symbols."""

    def __init__(self, table: SymbolTable) -> None:
        self.table = table

    def has(self, name: str, space: str) -> bool:
        return self.table.has(name, space)

    def has_namespace(self, name: str) -> bool:
        return self.table.has_namespace(name)

    def has_word(self, word: str) -> bool:
        return word in self.table.words


def find_loose_ends(dialect: Dialect, unit: str, source: bytes) -> list[str]:
    """Return the qualified names of types in a file's code that are not defined here."""
    content = dialect.read(source, unit)
    table = dialect.view.table
    scopes = [old_scope(dialect, content, number) for number in range(len(content.blocks))]
    meanings = Meanings(dialect, scopes, InTable(table))
    out = []
    for use in content.uses:
        if use.kind != "code" or use.space != "type":
            continue
        meant = meanings.meaning_of(use)
        if meant is not None and not table.has(meant, "type"):
            out.append(meant)
    return out

"""Read the definitions of a crowded PHP file, and make their new files load."""

import re
from collections.abc import Mapping
from posixpath import relpath

import networkx

from yandrel.languages.edits import newline_of
from yandrel.languages.lifting import Lifted
from yandrel.languages.php.cutting import cut_php
from yandrel.languages.php.facts import read_facts
from yandrel.languages.php.gathering import gather_routes
from yandrel.languages.splitting import LiftingSplitter, TypeSplitter, declares_routes
from yandrel.model.facts import Definition, Facts

HANDLER = re.compile(rb"\(\s*(?:array|\??[\w\\]*Request)\s+\$(?:request|req|query|params|input)\b")
ASKS = re.compile(
    rb"\$_(?:GET|POST|REQUEST|FILES)\b|\$_SERVER\[['\"](?:REQUEST_METHOD|REQUEST_URI|PATH_INFO)\b"
)
ROUTE = re.compile(rb"(?P<on>\$\w+)->(?:get|post|put|patch|delete|map|any)\(\s*['\"]/[^'\"]*['\"]\s*,")
CONNECTS = re.compile(rb"\breturn\s+new\s+\\?(?:PDO|mysqli|Redis)\s*\(")
HEAD = re.compile(
    rb"\A(?:#![^\n]*\n)?<\?php\s*(?:(?://|#)[^\n]*\n\s*|/\*.*?\*/\s*)*(declare\s*\([^)]*\)\s*;)?", re.DOTALL
)


def role_of(definition: Definition, text: bytes) -> str:
    """Return the role that a definition's own text tells."""
    if definition.kind == "function":
        head = text.partition(b"{")[0]
        if declares_routes(text, ROUTE):
            return "route"
        if CONNECTS.search(text):
            return "store"
        return "controller" if HANDLER.search(head) or ASKS.search(text) else ""
    return "constant" if definition.kind == "constant" else ""


def stays(definition: Definition, text: bytes) -> str:
    """Return why a definition cannot leave its file."""
    return "it is defined only if something holds" if definition.conditional else ""


class PhpSplitter(LiftingSplitter, TypeSplitter):
    """Names the handlers that are written where their route is; makes the file that stays load the others,
    where nothing else does."""

    def __init__(self) -> None:
        super().__init__(lambda source, unit: read_facts(source), role_of, stays, cutter=cut_php)

    def lift(self, unit: str, source: bytes, skip: frozenset[str]) -> Lifted:
        return gather_routes(source, skip)

    def customs_of(self, facts: Facts) -> str:
        return "plain" if any(facts.namespaces) else "functions"

    def prepare(self, unit: str, text: bytes, targets: Mapping[str, str]) -> dict[str, bytes]:
        facts = read_facts(text)
        if any(facts.namespaces):
            return {unit: text}
        head = HEAD.match(text)
        if head is None:
            return {unit: text}
        declared = head.group(1) or b""
        newline = newline_of(text).encode()
        stub = b"<?php" + newline + (newline + declared + newline if declared else b"")
        files = self._in_order(unit, text, targets)
        base = unit.rpartition("/")[0] or "."
        lines = b"".join(
            b"require_once __DIR__ . '/%s';%b" % (relpath(path, base).encode(), newline) for path in files
        )  # fmt: skip
        at = head.end(1) if declared else text.index(b"<?php") + len(b"<?php")
        after = text[at:].lstrip(b"\r\n")
        entry = text[:at] + newline * 2 + lines + newline + after
        return {unit: entry, **dict.fromkeys(files, stub)}

    def _in_order(self, unit: str, text: bytes, targets: Mapping[str, str]) -> list[str]:
        """Return the files in an order in which each finds what it extends."""
        facts = read_facts(text)
        order: networkx.DiGraph[str] = networkx.DiGraph()
        order.add_nodes_from(dict.fromkeys(targets.values()))
        for definition in facts.definitions:
            for base in definition.bases:
                first, then = targets.get(base, ""), targets.get(definition.name, "")
                if first and then and first != then:
                    order.add_edge(first, then)
        if not networkx.is_directed_acyclic_graph(order):
            return list(order.nodes)
        return list(networkx.lexicographical_topological_sort(order))


SPLITTER = PhpSplitter()

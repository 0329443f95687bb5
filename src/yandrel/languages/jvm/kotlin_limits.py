"""Reasons to refuse a move in Kotlin: private members, sealed families, names that Java uses."""

import re
from collections.abc import Mapping

from yandrel.languages.jvm.kotlin_tree import facade_name
from yandrel.languages.named.assemblies import find_definition, refuse_crossings, refuse_private
from yandrel.languages.named.content import Content
from yandrel.languages.named.dialect import Dialect
from yandrel.languages.named.table import Renaming, join_name, parent_of
from yandrel.model.changes import Refusal, Relocation
from yandrel.model.graph import Symbol

MEMBER = (
    r"\b(?:fun|va[lr])\s+(?:<[^>]*>\s*)?(?P<on>[\w.<>?*, ]+\.)?`?%s\b`?"
    r"(?:\s*\((?P<parameters>(?:[^()]|\((?:[^()]|\([^()]*\))*\))*)\))?"
)
"""A function with what it takes, or a property, and what type it extends."""


def are_same(name: str, one: bytes, other: bytes) -> bool:
    """Whether two functions, or properties, of one name differ in nothing by which calls choose."""
    found = [re.search(MEMBER % re.escape(name), text.decode("utf-8", "replace")) for text in (one, other)]
    told = [
        ("".join((match["on"] or "").split()), match["parameters"] is None, _types(match["parameters"] or ""))
        for match in found
        if match is not None
    ]
    return len(told) == 2 and told[0] == told[1]


def _types(parameters: str) -> list[str]:
    """Return the types of parameters, without their names and what they are if nothing is given."""
    out, depth, start = [], 0, 0
    for at, sign in enumerate(parameters + ","):
        depth += (sign in "(<[{") - (sign in ")]}" or (sign == ">" and parameters[at - 1 : at] != "-"))
        if sign == "," and depth == 0:
            kind = parameters[start:at].partition(":")[2].partition("=")[0]
            out += ["".join(kind.split())] if kind.strip() else []
            start = at + 1
    return out


def refuse_in_kotlin(
    dialect: Dialect, relocation: Relocation, renaming: Renaming, contents: Mapping[str, Content]
) -> list[Refusal]:
    """Return what a relocation would take from Kotlin files though it must stay."""
    return [
        *refuse_private(dialect, relocation, contents),
        *_sealed_across(dialect, renaming, contents),
        *_called_by_file(dialect, relocation, contents),
        *refuse_crossings(dialect, relocation, renaming, contents, _module_of),
    ]


def _module_of(unit: str) -> str:
    return unit.partition("src/")[0] if "src/" in unit else ""


def _sealed_across(dialect: Dialect, renaming: Renaming, contents: Mapping[str, Content]) -> list[Refusal]:
    """A sealed type and what extends it live in one package."""
    facts = dialect.view.units.facts
    out = []
    for unit in contents:
        for definition in facts[unit].definitions:
            name = join_name(definition.namespace, definition.name)
            for base in definition.bases:
                parent = join_name(definition.namespace, base)
                place = renaming.table.find(parent, "type")
                if place is None:
                    continue
                sealed = find_definition(dialect, place)
                if sealed is None or "sealed" not in sealed.marks:
                    continue
                if parent_of(renaming.place(name, "type")) != parent_of(renaming.place(parent, "type")):
                    why = f"{definition.name} extends {base}, which is sealed to its package"
                    family = (Symbol(unit, definition.name), place)
                    out.append(Refusal(unit, definition.line, why, "move the whole family", along=family))
    return out


def _called_by_file(
    dialect: Dialect, relocation: Relocation, contents: Mapping[str, Content]
) -> list[Refusal]:
    """Functions that Java calls through the class of their file."""
    out = []
    for symbol, target in relocation.definitions.items():
        facts = dialect.view.units.facts.get(symbol.unit)
        definition = find_definition(dialect, symbol)
        if facts is None or definition is None or definition.kind not in ("function", "constant"):
            continue
        if target.unit == relocation.unit(symbol.unit) and target.name == symbol.name:
            continue
        for unit, content in contents.items():
            for facade in (facade_name(bound, symbol.unit) for bound in facts.bound):
                use = next((u for u in content.uses if facade in u.parts), None)
                named = any(facade in clause.path.split(".") for clause in content.clauses)
                if unit.endswith(".java") and (use or named) and symbol.name.encode() in content.source:
                    at = use.start if use is not None else 0
                    why = f"Java finds {symbol.name} in {facade}"
                    out.append(Refusal(unit, content.line_of(at), why, "call it another way first"))
    return out

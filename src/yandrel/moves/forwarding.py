"""Forwarding left behind: the file that something leaves hands it on, for work that names the old place."""

from collections.abc import Mapping

from yandrel.errors import RefusedError
from yandrel.index.code import CodeIndex
from yandrel.languages.protocol import Forwarding, View
from yandrel.languages.registry import language_of
from yandrel.moves.plan import ChangePlan, FileChange


def plan_forwarding(index: CodeIndex, plan: ChangePlan, views: Mapping[str, View]) -> None:
    """Add to a plan the files, or the lines of files, by which what moves is found where it was.

    `views` are the graphs after the move. Raises RefusedError where a language has no such thing.
    """
    for old, by_place in _leaving(index, plan).items():
        language = index.language(old)
        if not isinstance(language, Forwarding):
            raise RefusedError(
                f"is written in {language.name_of(old)}, where a file cannot hand on what has left it",
                where=old, todo="leave --leave-forwarding away",
            )  # fmt: skip
        view = views[language_of(old) or ""]
        source = index.read_source(old)
        texts = [language.forward(view, old, new, names, source.data) for new, names in by_place.items()]
        _add(plan, index, old, texts, language.forwarding_head)


def _leaving(index: CodeIndex, plan: ChangePlan) -> dict[str, dict[str, dict[str, str]]]:
    """Return the names that leave each file, by the file that they go to, each with its new name."""
    relocation = plan.relocation
    found: dict[str, dict[str, dict[str, str]]] = {}
    for old, new in relocation.units.items():
        if old != new and old in index.facts and not index.language(old).is_package_marker(old):
            facts = index.facts[old]
            renamed = {s.name: t.name for s, t in relocation.definitions.items() if s.unit == old}
            names = [*(d.name for d in facts.definitions if not d.is_method), *facts.bound]
            given = {name: renamed.get(name, name) for name in names if not name.startswith("__")}
            if given:
                found.setdefault(old, {})[new] = given
    for symbol, target in relocation.definitions.items():
        if symbol.unit not in relocation.units and symbol.unit != target.unit:
            found.setdefault(symbol.unit, {}).setdefault(target.unit, {})[symbol.name] = target.name
    return found


def _add(plan: ChangePlan, index: CodeIndex, old: str, texts: list[str], head: str) -> None:
    """Write the lines at the end of a file that stays, or a file of their own."""
    for at, change in enumerate(plan.files):
        if change.new == old and change.after is not None:
            joined = change.after.rstrip() + b"\n\n\n" + "\n".join(texts).encode()
            edits = change.edits + len(texts)
            plan.files[at] = FileChange(old, old, change.before, joined, change.mode, True, edits)
            return
    gone = next((c for c in plan.files if c.old == old and not c.new), None)
    if gone is not None:
        plan.files.remove(gone)
    origin, before = (old, gone.before) if gone is not None else ("", None)
    text = (head + "\n".join(texts)).encode()
    plan.files.append(FileChange(origin, old, before, text, index.files.mode(old), True, len(texts)))


__all__ = ["plan_forwarding"]

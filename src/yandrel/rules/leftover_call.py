"""leftover-call."""

from collections.abc import Iterable, Iterator, Mapping

from yandrel.model.bodies import Call, listed_name
from yandrel.model.facts import Facts
from yandrel.model.results import Finding
from yandrel.rules.protocol import Context

NEVER_JUDGED = ("test", "migration", "config")
MAY = {
    "entry": {"output", "exit", "sleep"},
    "command": {"output", "exit", "sleep"},
    "task": {"sleep"},
}
"""Kinds of calls that are normal in a role: it talks to the terminal, or runs beside the requests."""
DOES = {
    "output": "writes to the console",
    "debugger": "is for debugging",
    "exit": "ends the whole process",
    "sleep": "holds its caller up",
    "listed": "must not be called",
}
INSTEAD = {
    "output": "log it, or take it out",
    "debugger": "take it out",
    "exit": "raise an error, and let the entry end the process",
    "sleep": "wait in a scheduled task, or with a timeout",
    "listed": "take it out",
}


class LeftoverCall:
    """A call that must not be in what is shipped: output for debugging, a debugger, an exit, a sleep.

    Only files of roles with a home are looked at, tests, migrations and configuration apart; where the
    application starts, and in commands, only debuggers count. `[leftover]` can add calls, and allow some.

    Bad:

        # waxmoor/services/hive_service.py
        def weigh(hive):
            print("weighing", hive)

    Good:

        def weigh(hive):
            logger.debug("weighing %s", hive)
    """

    name = "leftover-call"
    needs_layout = True
    whole = False
    last = False

    def check(self, context: Context) -> Iterable[Finding]:
        layout = context.layout
        for unit, reading in context.readings():
            if reading.role not in layout.roles or reading.role in NEVER_JUDGED:
                continue
            facts = context.index.facts[unit]
            if not facts.leftovers and not _holds_one(context, unit, layout.leftover_calls):
                continue
            allowed = layout.allowed_calls(reading.role) | MAY.get(reading.role, set())
            known = {**context.index.leftover_kinds(unit), **dict.fromkeys(layout.leftover_calls, "listed")}
            kinds = {n: kind for n, kind in known.items() if kind not in allowed and n not in allowed}
            for call, name in _listed(context, unit, facts, kinds):
                yield context.finding(
                    self.name,
                    unit,
                    call.line,
                    f"{call.name} {DOES[kinds[name]]}",
                    mend=INSTEAD[kinds[name]],
                    detail=name,
                    group=name,
                )


def _holds_one(context: Context, unit: str, names: Iterable[str]) -> bool:
    """Whether a file holds the last part of a name."""
    return any(context.index.holds(unit, name.rpartition(".")[2]) for name in names)


def _listed(
    context: Context, unit: str, facts: Facts, kinds: Mapping[str, str]
) -> Iterator[tuple[Call, str]]:
    """Yield the listed calls of a file, with the names that they are listed by."""
    sources = _sources(facts)
    own = {definition.name for definition in facts.definitions} | set(facts.bound)
    for call in context.bodies(unit).calls:
        first, dot, rest = call.name.partition(".")
        if call.started or first in own:
            continue
        listed = listed_name(sources.get(first, first) + dot + rest, call.arguments, kinds)
        if listed:
            yield call, listed


def _sources(facts: Facts) -> dict[str, str]:
    """Return what imported names stand for: `sleep` for `time.sleep`, `t` for `time`."""
    found: dict[str, str] = {}
    for item in facts.imports:
        for name in item.names:
            if name.name == "*":
                found[name.bound] = item.module.rpartition("/")[2]
            else:
                found[name.bound] = f"{item.module}.{name.name}".strip(".")
    found.pop("*", None)
    return found

"""misplaced."""

from collections.abc import Iterable
from shlex import quote

from yandrel.model.results import Finding
from yandrel.model.words import with_article
from yandrel.rules.protocol import Context
from yandrel.survey.signs import only_says_so


class Misplaced:
    """A unit's evidence says one role and its place says another.

    Bad:

        # waxmoor/models/weight_validator.py
        class WeightValidator: ...

    Good:

        # waxmoor/validators/weight_validator.py
        class WeightValidator: ...
    """

    name = "misplaced"
    needs_layout = True
    whole = False
    last = False

    def check(self, context: Context) -> Iterable[Finding]:
        for unit, reading in context.readings():
            evident, place = reading.evident, reading.place
            if not evident or evident == place or evident not in context.layout.roles:
                continue
            if not place and not _is_astray(context, unit, evident):
                continue
            if not place and only_says_so(context.index.facts[unit], evident):
                continue
            if place in ("test", "migration") or context.layout.is_fixed(unit):
                continue
            why = next((e for e in reading.evidence if e.role == evident), None)
            said = f" ({why.text})" if why is not None else ""
            home = context.home_of(unit, evident)
            line = _line(context, unit)
            yield context.finding(
                self.name,
                unit,
                line,
                f"is {with_article(evident)}{said}, but is "
                + (f"in {with_article(place)} folder" if place else f"not in {with_article(evident)} folder"),
                target=evident,
                law=f"{evident} = {_homes(context, evident)}",
                mend="decide which it is: move it, or give its folder another role in yandrel.toml",
                command=f"yandrel move {quote(unit)} {quote(home)}" if home and home != unit else "",
                group=f"{evident} in {place or 'no home'}",
            )


def _is_astray(context: Context, unit: str, role: str) -> bool:
    """Whether a unit that fits no pattern lies outside of its role's folders too."""
    homes = context.layout.roles[role].homes
    inside = any(home.fixed_start and unit.startswith(home.fixed_start) for home in homes)
    return bool(homes) and not inside and context.picture.is_counted(unit)


def _line(context: Context, unit: str) -> int:
    definitions = context.index.facts[unit].definitions
    return next((d.line for d in definitions if d.kind != "constant"), 1)


def _homes(context: Context, role: str) -> str:
    homes = [pattern.text for pattern in context.layout.roles[role].homes]
    return f'"{homes[0]}"' if homes else "no home"

"""misnamed."""

from collections.abc import Iterable, Iterator
from shlex import quote

from yandrel.layout.patterns import Pattern, compile_pattern
from yandrel.model.results import Finding
from yandrel.model.words import with_article, words_of
from yandrel.rules.protocol import Context
from yandrel.survey.homes import fill_home
from yandrel.survey.vocabulary import roles_of_end

FIRST_OF_BASES = frozenset({"base", "abstract"})
LAST_OF_BASES = frozenset({"base", "mixin", "trait"})
CUSTOMARY = 0.9
"""The weight of a word that everybody takes for a role's."""


class Misnamed:
    """A unit or a type is in its place, but not called as its role's names go.

    Bad, with `service = "waxmoor/services/{name}_service.py"` and `type = "{Name}Service"`:

        # waxmoor/services/hives.py
        class HiveManager: ...

    Good:

        # waxmoor/services/hive_service.py
        class HiveService: ...
    """

    name = "misnamed"
    needs_layout = True
    whole = False
    last = False

    def check(self, context: Context) -> Iterable[Finding]:
        yield from self.units(context)
        yield from self.types(context)

    def units(self, context: Context) -> Iterator[Finding]:
        for unit, reading in context.readings():
            if reading.place or not reading.role or context.layout.is_fixed(unit):
                continue
            role = context.layout.roles.get(reading.role)
            if role is None or not role.homes:
                continue
            near = [home for home in role.homes if home.placeholders() and _in_folder(unit, home)]
            if not near or not context.picture.is_counted(unit):
                continue
            plain = _without_qualifier(unit)
            if plain != unit and any(home.match(plain) is not None for home in near):
                continue
            home = fill_home(context.picture, near[0], unit, reading.role)
            command = f"yandrel move {quote(unit)} {quote(home)}" if home and home != unit else ""
            yield context.finding(
                self.name,
                unit,
                0,
                f"is no name for {with_article(reading.role)}",
                target=reading.role,
                law=f'{reading.role} = "{near[0].text}"',
                mend="rename it, or let the home in yandrel.toml fit it",
                command=command,
                group=f"{reading.role} units",
            )

    def types(self, context: Context) -> Iterator[Finding]:
        for unit, role, shape in context.shaped():
            if not shape.type:
                continue
            pattern = compile_pattern(shape.type)
            kinds = shape.kinds or ("class",)
            for definition in context.index.facts[unit].definitions:
                if definition.kind not in kinds or definition.name.startswith("_"):
                    continue
                if pattern.match(definition.name) is not None or _says_it_otherwise(definition.name, role):
                    continue
                if _is_for_others(definition.name) or not context.is_of_role(unit, definition, role):
                    continue
                right = _right_name(pattern, definition.name, role)
                source = quote(f"{unit}:{definition.name}")
                command = f"yandrel move {source} :{right}" if right else ""
                yield context.finding(
                    self.name,
                    unit,
                    definition.line,
                    f"{definition.name} is no name for {with_article(role)}",
                    target=definition.name,
                    law=f'[shape.{role}] type = "{shape.type}"',
                    mend="rename it, or let the shape in yandrel.toml fit it",
                    command=command,
                    group=f"{role} types",
                )


def _without_qualifier(unit: str) -> str:
    """Return a path without a qualifier before its ending: `x.service.js` for `x.service.ee.js`."""
    folder, slash, name = unit.rpartition("/")
    parts = name.split(".")
    return folder + slash + ".".join([*parts[:-2], parts[-1]]) if len(parts) > 3 else unit


def _is_for_others(name: str) -> bool:
    """Whether a name says that other types extend this one: it is no example of the role itself."""
    words = words_of(name)
    return bool(words) and (words[0] in FIRST_OF_BASES or words[-1] in LAST_OF_BASES)


def _says_it_otherwise(name: str, role: str) -> bool:
    """Whether a name ends with another word for the role: a serializer among forms is well named."""
    return roles_of_end(name, "").get(role, 0.0) >= CUSTOMARY


def _right_name(pattern: Pattern, name: str, role: str) -> str:
    """Return the name that fits; what stands before the pattern's ending keeps its own capitals."""
    first, *rest = pattern.parts
    if first.kind == "placeholder" and len(rest) == 1 and rest[0].kind == "literal":
        words, ending = words_of(name), words_of(rest[0].text)
        if len(words) <= len(ending) or words[-len(ending) :] != ending:
            return name + rest[0].text
        return pattern.fill({first.text: "_".join(words[: -len(ending)])})
    try:
        return pattern.fill({"name": _stem(name, role)})
    except KeyError:
        return ""


def _stem(name: str, role: str) -> str:
    words = [word for word in words_of(name) if word != role]
    return "_".join(words) or name


def _in_folder(unit: str, home: Pattern) -> bool:
    """Whether a unit stands where a home is, whatever it is called."""
    folder, slash, _ = home.text.rpartition("/")
    if not home.fixed_start or not slash:
        return False
    if "*" in folder:
        return unit.startswith(home.fixed_start)
    return compile_pattern(f"{folder}/*").match(unit) is not None

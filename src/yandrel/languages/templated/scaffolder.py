"""New units out of templates that need no framework: one for each role, its imports by its language."""

import re
from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache
from typing import Any

from yandrel.languages.copying import CopyingScaffolder
from yandrel.languages.templated.unit import NewUnit
from yandrel.model.facts import Facts
from yandrel.model.scaffold import SIDED, DomainPlan, Field
from yandrel.model.words import camel, kebab, pascal

PLAIN = "plain"
DOMAIN_ROLES = ("model", "port", "repository", "service", "controller", "route", "test")
SIDED_ROLES = ("message", "model", "repository", "command", "query", "route", "test")
"""What a domain is made of where one side changes and one side answers."""


@dataclass(frozen=True)
class SpelledField:
    """A field as a language writes it; `read` is what a request calls the reading of its type."""

    name: str
    camel: str
    pascal: str
    type: str
    read: str
    sample: str
    optional: bool


READINGS = {
    "text": "text", "integer": "integer", "float": "number", "decimal": "decimal",
    "boolean": "flag", "date": "date", "datetime": "moment",
}  # fmt: skip


class TemplatedScaffolder(CopyingScaffolder):
    """See `yandrel.languages.protocol.Scaffolder`; what is a language's own, its subclass says.

    `place` is the package and the folder of it whose templates are filled, `router_name` what the unit
    that finds the handler of a request defines, `mounted` a pattern of the lines that mount routes, with
    the groups `name` and `prefix`, and `importing` one of the lines that import.
    """

    place: tuple[str, str]
    router_name = "Router"
    error_name = "NotFoundException"
    needed: tuple[str, ...] = ("route", "controller", "service", "repository", "model", "router", "error")
    needed_of_sides: tuple[str, ...] = (*SIDED_ROLES[:-1], "router", "error", "store")
    types: Mapping[str, str]
    samples: Mapping[str, str]
    mounted: re.Pattern[bytes]
    importing: re.Pattern[bytes]

    # What a language says of itself.

    def spell_optional(self, text: str) -> str:
        raise NotImplementedError

    def spell_import(self, plan: DomainPlan, home: str, target: str, name: str) -> str:
        """Return the line that makes a name of the unit `target` known in the unit `home`."""
        raise NotImplementedError

    def spell_outside(self, path: str, name: str) -> str:
        raise NotImplementedError

    def write_unit(self, plan: DomainPlan, home: str, lines: list[str], body: str) -> str:
        """Return a whole unit: what declares its namespace, its imports, its body."""
        raise NotImplementedError

    def project_files(self, plan: DomainPlan) -> dict[str, str]:
        """Return the files of a new application beside those of roles: template by path."""
        raise NotImplementedError

    def app_units(self, plan: DomainPlan) -> dict[str, str]:
        """Return the units of a new application beside those of its domain: template by path."""
        raise NotImplementedError

    def import_order(self, line: bytes) -> bytes:
        """Return what import lines are sorted by."""
        return line

    def namespace_of(self, plan: DomainPlan, home: str) -> str:
        """Return the namespace that a new unit declares, where its language has such."""
        return ""

    # What follows from it.

    def beside(self, plan: DomainPlan, role: str, name: str) -> str:
        """Return the path of a file beside a role's unit."""
        return f"{plan.homes[role].rpartition('/')[0]}/{name}{self.suffix}"

    def frameworks(self) -> tuple[str, ...]:
        return (PLAIN,)

    def keywords(self) -> frozenset[str]:
        return super().keywords() | {"number"}

    def kind_of(self, roles: frozenset[str]) -> str:
        if "message" in roles:
            return SIDED
        return "rings" if "port" in roles else "domain"

    def lacks(self, plan: DomainPlan, units: Mapping[str, Facts]) -> str:
        needed = self.needed_of_sides if plan.kind == SIDED else self.needed
        missing = [role for role in needed if role not in plan.homes]
        if missing:
            return f"a home for the role {missing[0]}"
        for role, name in (("router", self.router_name), ("error", self.error_name)):
            facts = units.get(plan.homes[role])
            if facts is None or all(d.name != name for d in facts.definitions):
                return f"{plan.homes[role]} with {name}"
        return ""

    def app_files(self, plan: DomainPlan) -> dict[str, str]:
        texts = {path: self._render(name, plan) for path, name in self.project_files(plan).items()}
        units = self.app_units(plan)
        if plan.kind == SIDED:
            units = {plan.homes["store"]: f"{SIDED}/store", **units}
        texts |= {home: self._fill(name, plan, home) for home, name in units.items()}
        return {**texts, **self.domain_files(plan)}

    def domain_files(self, plan: DomainPlan) -> dict[str, str]:
        folder, roles = ("domain", DOMAIN_ROLES)
        if plan.kind == SIDED:
            folder, roles = SIDED, SIDED_ROLES
        homes = {role: plan.homes[role] for role in roles if role in plan.homes}
        own = {"model": "domain"}
        return {
            home: self._fill(f"{own.get(role, folder)}/{role}", plan, home) for role, home in homes.items()
        }

    def _fill(self, template: str, plan: DomainPlan, home: str) -> str:
        unit = NewUnit(
            plan, home, lambda target, name: self.spell_import(plan, home, target, name), self.spell_outside
        )
        body = self._render(template, plan, unit)
        return self.write_unit(plan, home, list(unit.lines), body.strip("\n") + "\n")

    def _render(self, template: str, plan: DomainPlan, unit: NewUnit | None = None) -> str:
        text: str = _environment(self.place).get_template(f"{template}.j2").render(self._values(plan, unit))
        return text.rstrip("\n") + "\n"

    def _values(self, plan: DomainPlan, unit: NewUnit | None) -> dict[str, Any]:
        concept = plan.concept
        values: dict[str, Any] = {
            "plan": plan,
            "concept": concept,
            "one": camel(concept.one),
            "many": camel(concept.many if concept.many != concept.one else f"all_{concept.many}"),
            "kind": concept.type_name,
            "kinds": concept.all_names,
            "one_text": concept.one.replace("_", " "),
            "many_text": concept.many.replace("_", " "),
            "article_text": concept.with_article,
            "fields": [self._spell(item) for item in plan.fields],
            "app": pascal(plan.package),
            "has_port": "port" in plan.homes,
            "namespace": lambda role: self.namespace_of(plan, plan.homes[role]),
        }
        if unit is not None:
            values |= {"use": unit.use, "beside": unit.beside, "outside": unit.outside, "home": unit.home}
        return values

    def _spell(self, item: Field) -> SpelledField:
        text = self.types[item.type]
        return SpelledField(
            item.name,
            camel(item.name),
            pascal(item.name),
            self.spell_optional(text) if item.optional else text,
            READINGS[item.type],
            self.samples[item.type],
            item.optional,
        )

    def is_mounting(self, source: bytes) -> int:
        return len(self.mounted.findall(source))

    def wire(self, plan: DomainPlan, unit: str, source: bytes) -> bytes | None:
        """Mount the domain's routes after those that are mounted, and import what is mounted."""
        found = list(self.mounted.finditer(source))
        if not found:
            return None
        last = found[-1]
        line = _said_again(last, plan.concept.prefix.encode(), self.route_name(plan).encode())
        if not line.endswith(b"\n"):
            line = b"\n" + line
        source = source[: last.end()] + line + source[last.end() :]
        text = self.spell_import(plan, unit, plan.homes["route"], self.route_name(plan))
        return self._with_import(source, text.encode()) if text else source

    def route_name(self, plan: DomainPlan) -> str:
        """Return what the unit of routes defines."""
        return f"{plan.concept.type_name}Routes"

    def _with_import(self, source: bytes, line: bytes) -> bytes | None:
        """Return a text with one more import, after the last that sorts before it; None where it has none."""
        there = list(self.importing.finditer(source))
        if not there:
            return None
        if any(found.group().strip() == line for found in there):
            return source
        key = self.import_order(line)
        before = [found for found in there if self.import_order(found.group().strip()) < key]
        at = before[-1].end() if before else there[0].start()
        return source[:at] + line + b"\n" + source[at:]


def _said_again(found: re.Match[bytes], prefix: bytes, name: bytes) -> bytes:
    """Return a mounting line with another prefix and another name."""
    text, start = found.group(), found.start()
    changes = sorted([(found.span("prefix"), prefix), (found.span("name"), name)], reverse=True)
    for (begin, end), new in changes:
        text = text[: begin - start] + new + text[end - start :]
    return text


@lru_cache(maxsize=16)
def _environment(place: tuple[str, str]) -> Any:
    import jinja2

    made = jinja2.Environment(
        loader=jinja2.PackageLoader(*place),
        undefined=jinja2.StrictUndefined,
        trim_blocks=True,
        lstrip_blocks=True,
        keep_trailing_newline=True,
        extensions=["jinja2.ext.do"],
    )
    made.filters |= {
        "pascal": pascal,
        "camel": camel,
        "kebab": kebab,
        "short": _last_part,
        "wrap": _wrap,
        "prefixed": _prefixed,
    }
    return made


def _last_part(dotted: str) -> str:
    return dotted.rpartition(".")[2]


def _prefixed(text: str, before: str) -> str:
    return before + text


def _wrap(parts: list[str], indent: int, width: int = 60, tail: int | None = None) -> str:
    """Return parts with commas between them, each on a line of its own where they are long.

    With a `tail`, what comes after them stands on a line of its own then, indented so far.
    """
    text = ", ".join(parts)
    if len(text) <= width:
        return text
    margin = "\n" + " " * indent
    return margin + f",{margin}".join(parts) + ("" if tail is None else "\n" + " " * tail)

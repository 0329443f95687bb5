"""New units of JavaScript and TypeScript: on Node alone, as modules with relative imports."""

import posixpath
import re
from collections.abc import Callable, Set
from typing import TYPE_CHECKING, Any

from yandrel.languages.templated.scaffolder import TemplatedScaffolder
from yandrel.languages.templated.unit import NewUnit
from yandrel.model.scaffold import DomainPlan
from yandrel.model.words import camel

if TYPE_CHECKING:
    from tree_sitter import Tree

HANDED_ON = re.compile(
    r"export\s+(?:type\s+)?(?:\*(?:\s+as\s+\w+)?|\{[^{}]*\})\s*from\s*(['\"])[^'\"\n]+\1[ \t]*;?[ \t]*\r?\n?"
)
BESIDE = re.compile(r"(?:\s|//[^\n]*|/\*.*?\*/)*", re.DOTALL)
IMPORTED = re.compile(r"import \{ (.+) \} from ('.+');")


def hand_on_likewise(source: bytes, change: Callable[[str], str]) -> bytes | None:
    """Return the text of a file that only hands on other modules, with those of another concept as well."""
    text = source.decode("utf-8")
    out: list[str] = []
    at = 0
    while at < len(text):
        beside = BESIDE.match(text, at)
        start = beside.end() if beside is not None else at
        statement = HANDED_ON.match(text, start)
        out.append(text[at:start])
        if statement is None:
            if start < len(text):
                return None
            break
        own = statement[0]
        out.append(own)
        if change(own) != own:
            ended = own if own.endswith("\n") else "\n" + own
            out.append(change(ended))
        at = statement.end()
    again = "".join(out).encode()
    return again if again != source else None


class JavascriptScaffolder(TemplatedScaffolder):
    """See `yandrel.languages.protocol.Scaffolder`."""

    place = ("yandrel.languages.script", "templates")
    error_name = "NotFoundError"
    types = {
        "text": "string", "integer": "number", "float": "number", "decimal": "string",
        "boolean": "boolean", "date": "string", "datetime": "string",
    }  # fmt: skip
    samples = {
        "text": "'smoke'", "integer": "3", "float": "1.5", "decimal": "'1.50'", "boolean": "true",
        "date": "'2026-05-01'", "datetime": "'2026-05-01T08:00:00.000Z'",
    }  # fmt: skip
    mounted = re.compile(rb"^[ \t]*\.mount\('/(?P<prefix>[\w/-]*)', (?P<name>\w+)\(\)\)", re.MULTILINE)
    importing = re.compile(rb"^import .+;\n", re.MULTILINE)
    typed = False

    def parse(self, source: bytes) -> "Tree":
        from yandrel.languages.script.grammar import parse

        return parse(source, "x" + self.suffix)

    def repeat_wiring(
        self, source: bytes, change: Callable[[str], str], made: Set[str] = frozenset()
    ) -> bytes | None:
        """Say again what mounts or lists a concept; files that hand on its modules hand on both."""
        said = super().repeat_wiring(source, change, made)
        return said if said is not None else hand_on_likewise(source, change)

    def app_folder(self, package: str) -> str:
        return "src"

    def spell_optional(self, text: str) -> str:
        return text + " | null"

    def spell_import(self, plan: DomainPlan, home: str, target: str, name: str) -> str:
        path = posixpath.relpath(posixpath.splitext(target)[0] + ".js", posixpath.dirname(home))
        return f"import {{ {name} }} from '{path if path.startswith('.') else './' + path}';"

    def spell_outside(self, path: str, name: str) -> str:
        return (
            f"import {name[1:]} from '{path}';" if name[:1] == "*" else f"import {{ {name} }} from '{path}';"
        )

    def route_name(self, plan: DomainPlan) -> str:
        return f"{camel(plan.concept.one)}Routes"

    def import_order(self, line: bytes) -> bytes:
        return line.rpartition(b" from ")[2]

    def write_unit(self, plan: DomainPlan, home: str, lines: list[str], body: str) -> str:
        outside, own = merge_imports([x for x in lines if " './" not in x and " '../" not in x]), []
        own = merge_imports([line for line in lines if " './" in line or " '../" in line])
        groups = ["".join(line + "\n" for line in group) for group in (outside, own) if group]
        return "\n".join([*groups, body])

    def _values(self, plan: DomainPlan, unit: NewUnit | None) -> dict[str, Any]:
        def annotate(text: str) -> str:
            return f": {text}" if self.typed else ""

        return {**super()._values(plan, unit), "typed": self.typed, "t": annotate}

    def project_files(self, plan: DomainPlan) -> dict[str, str]:
        files = {
            "package.json": "app/package.json",
            "README.md": "app/readme.md",
            ".gitignore": "app/gitignore",
        }
        return {**files, **({"tsconfig.json": "app/tsconfig.json"} if self.typed else {})}

    def app_units(self, plan: DomainPlan) -> dict[str, str]:
        return {
            plan.homes["entry"]: "app/application",
            self.beside(plan, "entry", "server"): "app/server",
            plan.homes["router"]: "app/router",
            plan.homes["error"]: "app/errors",
        }


class TypescriptScaffolder(JavascriptScaffolder):
    """See `yandrel.languages.protocol.Scaffolder`."""

    typed = True


def merge_imports(lines: list[str]) -> list[str]:
    """Return import lines, those of one module as one, sorted by module."""
    merged: dict[str, list[str]] = {}
    whole = [line for line in lines if not IMPORTED.match(line)]
    for line in lines:
        found = IMPORTED.match(line)
        if found:
            merged.setdefault(found.group(2), []).append(found.group(1))
    whole += [f"import {{ {', '.join(sorted(names))} }} from {path};" for path, names in merged.items()]
    return sorted(whole, key=lambda line: line.rpartition(" from ")[2].lower())

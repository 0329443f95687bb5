"""New units of Swift: on Foundation alone, in one module."""

import re
from typing import TYPE_CHECKING, Any

from yandrel.languages.templated.scaffolder import TemplatedScaffolder
from yandrel.languages.templated.unit import NewUnit
from yandrel.model.scaffold import DomainPlan
from yandrel.model.words import pascal

if TYPE_CHECKING:
    from tree_sitter import Tree


class SwiftScaffolder(TemplatedScaffolder):
    """See `yandrel.languages.protocol.Scaffolder`."""

    place = ("yandrel.languages.swift", "templates")
    error_name = "NotFoundError"
    types = {
        "text": "String", "integer": "Int", "float": "Double", "decimal": "Decimal",
        "boolean": "Bool", "date": "Date", "datetime": "Date",
    }  # fmt: skip
    samples = {
        "text": '"smoke"', "integer": "3", "float": "1.5", "decimal": "1.5", "boolean": "true",
        "date": "Date(timeIntervalSince1970: 0)", "datetime": "Date(timeIntervalSince1970: 0)",
    }  # fmt: skip
    mounted = re.compile(
        rb'^[ \t]*\w+\.mount\("/(?P<prefix>[\w/-]*)", (?P<name>\w+)\(\)\.router\(\)\)\n', re.MULTILINE
    )
    importing = re.compile(rb"^import \w+\n", re.MULTILINE)

    def parse(self, source: bytes) -> "Tree":
        from yandrel.languages.swift.grammar import parse

        return parse(source)

    def app_folder(self, package: str) -> str:
        return "Sources/" + pascal(package)

    def spell_optional(self, text: str) -> str:
        return text + "?"

    def spell_import(self, plan: DomainPlan, home: str, target: str, name: str) -> str:
        return ""

    def spell_outside(self, path: str, name: str) -> str:
        return f"@testable import {path.split()[1]}" if path.startswith("@testable ") else f"import {path}"

    def write_unit(self, plan: DomainPlan, home: str, lines: list[str], body: str) -> str:
        ordered = sorted(lines, key=lambda line: (line.startswith("@"), line))
        return "".join(line + "\n" for line in ordered) + ("\n" if lines else "") + body

    def _values(self, plan: DomainPlan, unit: NewUnit | None) -> dict[str, Any]:
        module = plan.homes["model"].split("/")[1]
        return {**super()._values(plan, unit), "app": module}

    def project_files(self, plan: DomainPlan) -> dict[str, str]:
        return {
            "Package.swift": "app/package.swift",
            "README.md": "app/readme.md",
            ".gitignore": "app/gitignore",
        }

    def app_units(self, plan: DomainPlan) -> dict[str, str]:
        return {
            plan.homes["entry"]: "app/application",
            f"Sources/{pascal(plan.package)}Server/main.swift": "app/main",
            plan.homes["router"]: "app/router",
            plan.homes["error"]: "app/errors",
        }

"""New units of PHP: without a framework, loaded as composer.json says."""

import re
from collections.abc import Mapping
from typing import TYPE_CHECKING

from yandrel.languages.templated.scaffolder import TemplatedScaffolder
from yandrel.model.scaffold import DomainPlan
from yandrel.model.words import pascal

if TYPE_CHECKING:
    from tree_sitter import Tree


class PhpScaffolder(TemplatedScaffolder):
    """See `yandrel.languages.protocol.Scaffolder`."""

    place = ("yandrel.languages.php", "templates")
    types = {
        "text": "string", "integer": "int", "float": "float", "decimal": "string",
        "boolean": "bool", "date": "DateTimeImmutable", "datetime": "DateTimeImmutable",
    }  # fmt: skip
    samples = {
        "text": "'smoke'", "integer": "3", "float": "1.5", "decimal": "'1.50'", "boolean": "true",
        "date": "new DateTimeImmutable('2026-05-01')",
        "datetime": "new DateTimeImmutable('2026-05-01T08:00:00')",
    }  # fmt: skip
    mounted = re.compile(
        rb"^[ \t]*\$[\w>-]+->mount\('/(?P<prefix>[\w/-]*)', (?P<name>\w+)::router\(\)\);\n", re.MULTILINE
    )
    importing = re.compile(rb"^use [\w\\]+;\n", re.MULTILINE)
    needed = (*TemplatedScaffolder.needed, "store")

    def parse(self, source: bytes) -> "Tree":
        from yandrel.languages.php.grammar import parse

        return parse(source)

    def app_folder(self, package: str) -> str:
        return "src"

    def root_namespace(self, package: str, namespaces: Mapping[str, str]) -> str:
        firsts = sorted(name.partition("\\")[0] for name in namespaces.values() if name)
        return max(firsts, key=firsts.count) if firsts else pascal(package)

    def namespace_of(self, plan: DomainPlan, home: str) -> str:
        """Return the namespace of a unit's folder: src/ is the root, tests/ lies below it."""
        top, _, rest = home.rpartition("/")[0].partition("/")
        parts = [plan.root, *(["Tests"] if top == "tests" else []), *(rest.split("/") if rest else [])]
        return "\\".join(parts)

    def spell_optional(self, text: str) -> str:
        return "?" + text

    def spell_import(self, plan: DomainPlan, home: str, target: str, name: str) -> str:
        namespace = self.namespace_of(plan, target)
        return "" if namespace == self.namespace_of(plan, home) else f"use {namespace}\\{name};"

    def spell_outside(self, path: str, name: str) -> str:
        return f"use {path};"

    def write_unit(self, plan: DomainPlan, home: str, lines: list[str], body: str) -> str:
        head = f"<?php\n\ndeclare(strict_types=1);\n\nnamespace {self.namespace_of(plan, home)};\n\n"
        return head + "".join(line + "\n" for line in sorted(lines)) + ("\n" if lines else "") + body

    def project_files(self, plan: DomainPlan) -> dict[str, str]:
        return {
            "composer.json": "app/composer.json",
            "README.md": "app/readme.md",
            ".gitignore": "app/gitignore",
            "autoload.php": "app/autoload",
            "public/index.php": "app/index",
            "tests/run.php": "app/testrunner",
        }

    def app_units(self, plan: DomainPlan) -> dict[str, str]:
        return {
            plan.homes["entry"]: "app/application",
            plan.homes["router"]: "app/router",
            self.beside(plan, "router", "Request"): "app/request",
            self.beside(plan, "router", "Response"): "app/response",
            plan.homes["store"]: "app/store",
            plan.homes["error"]: "app/error",
            self.beside(plan, "test", "TestCase"): "app/testcase",
        }

"""New units of C#: on .NET alone, each in the namespace of its folder."""

import re
from typing import TYPE_CHECKING

from yandrel.languages.templated.scaffolder import TemplatedScaffolder
from yandrel.model.scaffold import DomainPlan
from yandrel.model.words import pascal

if TYPE_CHECKING:
    from tree_sitter import Tree

VALUES = ("int", "double", "decimal", "bool", "DateTime")
"""Types that can only be empty where it is said."""


class CsharpScaffolder(TemplatedScaffolder):
    """See `yandrel.languages.protocol.Scaffolder`."""

    place = ("yandrel.languages.csharp", "templates")
    types = {
        "text": "string", "integer": "int", "float": "double", "decimal": "decimal",
        "boolean": "bool", "date": "DateTime", "datetime": "DateTime",
    }  # fmt: skip
    samples = {
        "text": '"smoke"', "integer": "3", "float": "1.5", "decimal": "1.50m", "boolean": "true",
        "date": "new DateTime(2026, 5, 1)", "datetime": "new DateTime(2026, 5, 1, 8, 0, 0)",
    }  # fmt: skip
    mounted = re.compile(
        rb'^[ \t]*\w+\.Mount\("/(?P<prefix>[\w/-]*)", (?P<name>\w+)\.Open\(\)\);\n', re.MULTILINE
    )
    importing = re.compile(rb"^using [\w.]+;\n", re.MULTILINE)

    def parse(self, source: bytes) -> "Tree":
        from yandrel.languages.csharp.grammar import parse

        return parse(source)

    def app_folder(self, package: str) -> str:
        return "src/" + pascal(package)

    def namespace_of(self, plan: DomainPlan, home: str) -> str:
        return home.rpartition("/")[0].partition("/")[2].replace("/", ".")

    def spell_optional(self, text: str) -> str:
        return text + "?" if text in VALUES else text

    def spell_import(self, plan: DomainPlan, home: str, target: str, name: str) -> str:
        namespace, own = self.namespace_of(plan, target), self.namespace_of(plan, home)
        return "" if own == namespace or own.startswith(namespace + ".") else f"using {namespace};"

    def spell_outside(self, path: str, name: str) -> str:
        return f"using {path};"

    def write_unit(self, plan: DomainPlan, home: str, lines: list[str], body: str) -> str:
        ordered = sorted(lines, key=lambda line: (not line.startswith("using System"), line.rstrip(";")))
        head = "".join(line + "\n" for line in ordered) + ("\n" if lines else "")
        if self.namespace_of(plan, plan.homes["model"]).endswith("." + plan.concept.type_name):
            # Only what is opened within a namespace goes before a namespace that is called like the type.
            head, body = "", head + body
        inner = "".join("    " + line if line.strip() else line for line in body.splitlines(keepends=True))
        return f"{head}namespace {self.namespace_of(plan, home)}\n{{\n{inner}}}\n"

    def project_files(self, plan: DomainPlan) -> dict[str, str]:
        app = pascal(plan.package)
        return {
            f"src/{app}/{app}.csproj": "app/csproj",
            f"test/{app}.Tests/{app}.Tests.csproj": "app/tests_csproj",
            "README.md": "app/readme.md",
            ".gitignore": "app/gitignore",
        }

    def app_units(self, plan: DomainPlan) -> dict[str, str]:
        return {
            plan.homes["entry"]: "app/application",
            self.beside(plan, "entry", "Program"): "app/program",
            plan.homes["router"]: "app/router",
            self.beside(plan, "router", "Json"): "app/json",
            plan.homes["error"]: "app/error",
            self.beside(plan, "test", "TestRunner"): "app/testrunner",
        }

"""New units of Java and Kotlin: on the JDK alone, each in the package of its folder."""

import re
from typing import TYPE_CHECKING

from yandrel.languages.templated.scaffolder import TemplatedScaffolder
from yandrel.model.scaffold import DomainPlan
from yandrel.model.words import camel

if TYPE_CHECKING:
    from tree_sitter import Tree

SOURCES = re.compile(r"^(?:.*/)?(?:java|kotlin)/")
BOXED = {"int": "Integer", "double": "Double", "boolean": "Boolean"}


def package_of(home: str) -> str:
    """Return the package that a unit's folder below its source root gives."""
    return SOURCES.sub("", home).rpartition("/")[0].replace("/", ".")


class JavaScaffolder(TemplatedScaffolder):
    """See `yandrel.languages.protocol.Scaffolder`."""

    place = ("yandrel.languages.jvm", "templates/java")
    root = "src/main/java/"
    types = {
        "text": "String", "integer": "int", "float": "double", "decimal": "java.math.BigDecimal",
        "boolean": "boolean", "date": "java.time.LocalDate", "datetime": "java.time.LocalDateTime",
    }  # fmt: skip
    samples = {
        "text": '"smoke"', "integer": "3", "float": "1.5", "decimal": 'new BigDecimal("1.50")',
        "boolean": "true", "date": 'LocalDate.parse("2026-05-01")',
        "datetime": 'LocalDateTime.parse("2026-05-01T08:00:00")',
    }  # fmt: skip
    mounted = re.compile(
        rb'^[ \t]*\.mount\("/(?P<prefix>[\w/-]*)", (?P<name>\w+)\.router\(\)\)', re.MULTILINE
    )
    importing = re.compile(rb"^import [\w.*]+;\n", re.MULTILINE)
    end = ";"

    def parse(self, source: bytes) -> "Tree":
        from yandrel.languages.jvm.grammar import parse

        return parse(source)

    def app_folder(self, package: str) -> str:
        return self.root + package

    def spell_optional(self, text: str) -> str:
        return BOXED.get(text, text)

    def spell_import(self, plan: DomainPlan, home: str, target: str, name: str) -> str:
        package = package_of(target)
        return "" if package == package_of(home) else f"import {package}.{name}{self.end}"

    def spell_outside(self, path: str, name: str) -> str:
        return f"import {path}{self.end}"

    def write_unit(self, plan: DomainPlan, home: str, lines: list[str], body: str) -> str:
        head = f"package {package_of(home)}{self.end}\n\n"
        return head + "".join(line + "\n" for line in sorted(lines)) + ("\n" if lines else "") + body

    def project_files(self, plan: DomainPlan) -> dict[str, str]:
        return {"pom.xml": "app/pom.xml", "README.md": "app/readme.md", ".gitignore": "app/gitignore"}

    def app_units(self, plan: DomainPlan) -> dict[str, str]:
        return {
            plan.homes["entry"]: "app/application",
            self.beside(plan, "entry", "Server"): "app/server",
            plan.homes["router"]: "app/router",
            self.beside(plan, "router", "Json"): "app/json",
            plan.homes["error"]: "app/error",
            self.beside(plan, "test", "TestRunner"): "app/testrunner",
        }


class KotlinScaffolder(JavaScaffolder):
    """See `yandrel.languages.protocol.Scaffolder`."""

    place = ("yandrel.languages.jvm", "templates/kotlin")
    root = "src/main/kotlin/"
    types = {
        "text": "String", "integer": "Int", "float": "Double", "decimal": "java.math.BigDecimal",
        "boolean": "Boolean", "date": "java.time.LocalDate", "datetime": "java.time.LocalDateTime",
    }  # fmt: skip
    samples = {
        "text": '"smoke"', "integer": "3", "float": "1.5", "decimal": 'BigDecimal("1.50")',
        "boolean": "true", "date": 'LocalDate.parse("2026-05-01")',
        "datetime": 'LocalDateTime.parse("2026-05-01T08:00:00")',
    }  # fmt: skip
    mounted = re.compile(rb'^[ \t]*\.mount\("/(?P<prefix>[\w/-]*)", (?P<name>\w+)\(\)\)', re.MULTILINE)
    importing = re.compile(rb"^import [\w.*]+\n", re.MULTILINE)
    end = ""

    def parse(self, source: bytes) -> "Tree":
        from yandrel.languages.jvm.kotlin_tree import parse

        return parse(source)

    def spell_optional(self, text: str) -> str:
        return text + "?"

    def route_name(self, plan: DomainPlan) -> str:
        return f"{camel(plan.concept.one)}Routes"

    def project_files(self, plan: DomainPlan) -> dict[str, str]:
        return {
            "build.gradle.kts": "app/build",
            "settings.gradle.kts": "app/settings",
            "README.md": "app/readme.md",
            ".gitignore": "app/gitignore",
        }

"""Python's answer to what is to be created: the text of every unit, and the wiring."""

import json
import re
from collections.abc import Callable, Mapping, Set
from typing import Any

from yandrel.languages.python.scaffold.acting import ActionCopier, add_test
from yandrel.languages.python.scaffold.fields import PythonField, date_names, decimal_import
from yandrel.languages.python.scaffold.mounting import (
    add_mount,
    find_mounts,
    group_prefixes,
    is_mounting_unit,
)
from yandrel.languages.python.scaffold.parts import DOMAIN_ROLES, find_template, render
from yandrel.languages.python.scaffold.repeating import copy_definitions, repeat_wiring
from yandrel.languages.python.scaffold.skeleton import build_skeleton
from yandrel.languages.python.scaffold.tidy import tidy_module
from yandrel.model.facts import Facts
from yandrel.model.scaffold import SIDED, ActionAdded, ActionPieces, Concept, DomainPlan, Mount
from yandrel.model.words import pascal, words_of

FOLDER_TEXTS = {
    "routes": "Routes: which path and method leads where, one unit for each concept.",
    "routers": "Routers: what answers under each prefix, one unit for each concept.",
    "urls": "Which path leads to which view.",
    "controllers": "Controllers: they read requests, call a service and shape responses.",
    "views": "Views: they read requests, call what does the work and shape responses.",
    "schemas": "Schemas: what comes in and goes out, checked.",
    "forms": "Forms: what comes in and goes out, checked.",
    "services": "Services: what the application does; they know no requests.",
    "repositories": "Repositories: they read and write tables.",
    "models": "Models: the things that the application is about.",
    "middleware": "Middleware: what happens before and after every request.",
    "helpers": "Helpers: small functions that several roles use.",
    "migrations": "Migrations: the tables, step by step.",
    "entities": "Ring 1, entities: the things that the business is about; they import nothing else.",
    "use_cases": "Ring 2, use cases: what can be done, and the ports that they need.",
    "adapters": "Ring 3, adapters: between the use cases and the formats of the world outside.",
    "input": "Ring 4, input: requests come in here.",
    "output": "Ring 4, output: the database.",
    "messages": "Messages: what can be asked for and answered, the door of both sides.",
    "command_side": "The command side: it carries changes out.",
    "query_side": "The query side: it answers questions.",
    "shared": "Shared: what every domain may import; it imports none of them.",
}
DEPENDENCIES = {
    "flask": ('"flask>=3.0,<4"', '"pytest>=8", "ruff>=0.6"'),
    "fastapi": ('"fastapi>=0.115,<1", "uvicorn>=0.30,<1"', '"httpx>=0.27,<1", "pytest>=8", "ruff>=0.6"'),
    "django": ('"django>=5.2,<7"', '"ruff>=0.6"'),
}
ROUTE_NAMES = {"flask": "{many}", "fastapi": "router", "django": ""}


class PythonScaffolder:
    """See `yandrel.languages.protocol.Scaffolder`."""

    suffix = ".py"

    def frameworks(self) -> tuple[str, ...]:
        return tuple(sorted(DEPENDENCIES, key=lambda name: name != "flask"))

    def keywords(self) -> frozenset[str]:
        import keyword

        return frozenset([*keyword.kwlist, *keyword.softkwlist, "print", "id", "type", "object"])

    def app_folder(self, package: str) -> str:
        return package

    def root_namespace(self, package: str, namespaces: Mapping[str, str]) -> str:
        return ""

    def kind_of(self, roles: frozenset[str]) -> str:
        """Return the kind of layout that some roles make up."""
        if "port" in roles:
            return "rings"
        return SIDED if "message" in roles else "domain"

    def lacks(self, plan: DomainPlan, units: Mapping[str, Facts]) -> str:
        """Return what the templates need that the application has not."""
        needs = {"error": "NotFoundError", "dispatcher": "dispatch"}
        if plan.framework != "django":
            needs["store"] = "get_connection"
        for role, name in needs.items():
            if role == "dispatcher" and plan.kind != SIDED:
                continue
            facts = units.get(plan.homes.get(role, ""))
            if facts is None or all(d.name != name for d in facts.definitions):
                return f"{plan.homes.get(role) or role} with {name}"
        missing = [role for role in ("route", "model", "schema") if role not in plan.homes]
        return f"a home for {missing[0]}" if missing else ""

    def app_files(self, plan: DomainPlan) -> dict[str, str]:
        """Return the files of a new application with one domain."""
        values = self.values_of(plan)
        out = {
            "pyproject.toml": self._plain(plan, "pyproject.toml", values),
            ".env.sample": self._plain(plan, "env", values),
            ".gitignore": self._plain(plan, "gitignore", values),
            "README.md": self._plain(plan, "readme.md", values),
        }
        homes = {
            role: home for role, home in plan.homes.items()
            if role in ("entry", "config", "store", "error", "middleware")
        }  # fmt: skip
        if plan.framework == "django":
            out |= self._django_files(plan, values)
            homes.pop("entry", None)
        else:
            folder = plan.homes["test"].rpartition("/")[0]
            out[f"{folder}/conftest.py"] = self._module(plan, "conftest", "app", values)
            homes.pop("middleware", None)
        for role, home in homes.items():
            template = find_template(plan.framework, "app", role)
            if template:
                out[home] = tidy_module(render(template, values), plan.package)
        return {**self.domain_files(plan), **out}

    def _plain(self, plan: DomainPlan, name: str, values: dict[str, Any]) -> str:
        stem, _, ending = name.rpartition(".")
        for folder in (plan.framework, "any"):
            template = f"{folder}/app/{name}.j2"
            from importlib.resources import files

            if (files("yandrel.languages.python") / "templates" / template).is_file():
                return render(template, values)
        raise LookupError(stem or ending)

    def _module(self, plan: DomainPlan, role: str, kind: str, values: dict[str, Any]) -> str:
        return tidy_module(render(find_template(plan.framework, kind, role), values), plan.package)

    def _django_files(self, plan: DomainPlan, values: dict[str, Any]) -> dict[str, str]:
        package = plan.package
        out = {
            "manage.py": self._module(plan, "manage", "app", values),
            f"{package}/wsgi.py": self._module(plan, "wsgi", "app", values),
        }
        root = _root_urls(plan)
        out[root] = self._module(plan, "root_urls", "app", values)
        if not _has_own_app(plan):
            out[_apps_home(plan)] = self._module(plan, "apps", "app", values)
        return out

    def domain_files(self, plan: DomainPlan) -> dict[str, str]:
        """Return the new units of a domain; what is there already is left out."""
        values = self.values_of(plan)
        out: dict[str, str] = {}
        for role in DOMAIN_ROLES:
            home = plan.homes.get(role)
            if home is None or home in plan.present:
                continue
            template = find_template(plan.framework, plan.kind, role)
            if template:
                out[home] = tidy_module(render(template, values), plan.package)
        out |= self._migration(plan, values)
        if "test" in plan.homes:
            out[plan.homes["test"]] = self._module(plan, "test", plan.kind, values)
        if plan.framework == "django":
            out |= self._django_domain(plan, values)
        out |= self._markers(plan, out)
        return out

    def _migration(self, plan: DomainPlan, values: dict[str, Any]) -> dict[str, str]:
        home = plan.homes.get("migration", "")
        if home.endswith(".sql"):
            return {home: render(find_template(plan.framework, plan.kind, "migration", "sql"), values)}
        if plan.framework == "django" and home:
            folder = home.rpartition("/")[0]
            names = sorted(
                path.rpartition("/")[2].removesuffix(".py") for path in plan.present
                if path.startswith(folder + "/") and re.match(r"\d{4}_", path[len(folder) + 1 :])
            )  # fmt: skip
            label = self.label_of(plan)
            dependency = f'("{label}", "{names[-1]}")' if names else ""
            values = {**values, "first": not names, "dependency": dependency}
            template = find_template("django", "domain", "migration")
            return {home: tidy_module(render(template, values), plan.package)}
        return {}

    def label_of(self, plan: DomainPlan) -> str:
        """Return the label of the Django application that a domain's tables belong to."""
        if _has_own_app(plan):
            return plan.concept.many
        return plan.package

    def _django_domain(self, plan: DomainPlan, values: dict[str, Any]) -> dict[str, str]:
        out: dict[str, str] = {}
        tables = plan.homes.get("table") or plan.homes["model"]
        if _has_own_app(plan):
            folder = tables.rpartition("/")[0]
            out[f"{folder}/apps.py"] = self._module(plan, "apps", "domain", values)
        else:
            marker = tables.rpartition("/")[0] + "/__init__.py"
            if marker not in plan.present:
                doc = FOLDER_TEXTS["models"]
                name = values["Table"]
                module = self.module_of(tables, plan)
                out[marker] = f'"""{doc}"""\n\nfrom {module} import {name}\n\n__all__ = ["{name}"]\n'
        return out

    def _markers(self, plan: DomainPlan, made: Mapping[str, str]) -> dict[str, str]:
        """Return an `__init__.py`, which says what belongs there, for each new package."""
        out: dict[str, str] = {}
        for path in made:
            parts = path.split("/")[:-1]
            for depth in range(1, len(parts) + 1):
                folder = "/".join(parts[:depth])
                inside = folder == plan.package or folder.startswith(plan.package + "/")
                in_source = plan.source and folder.startswith(plan.source + plan.package)
                only_sql = all(p.endswith(".sql") for p in made if p.startswith(folder + "/"))
                if not (inside or in_source) or only_sql:
                    continue
                marker = folder + "/__init__.py"
                if marker not in plan.present and marker not in made:
                    out[marker] = f'"""{self._folder_text(plan, folder)}"""\n'
        if any(p.startswith("tests/") for p in made) and plan.framework == "django":
            if "tests/__init__.py" not in plan.present:
                out["tests/__init__.py"] = ""
        return out

    def _folder_text(self, plan: DomainPlan, folder: str) -> str:
        name = folder.rpartition("/")[2]
        if folder.removeprefix(plan.source) == plan.package:
            return f"{plan.app}."
        if name == plan.concept.many and name not in FOLDER_TEXTS:
            side = folder.split("/")[-2]
            text = " ".join(words_of(name)).capitalize()
            known = FOLDER_TEXTS.get(side)
            where = ""
            if known and side in ("command_side", "query_side"):
                where = f", the {side.replace('_', ' ')}"
            return f"{text}{where}: everything about them." if not where else f"{text}{where}."
        return FOLDER_TEXTS.get(name) or f"{' '.join(words_of(name)).capitalize()}."

    def module_of(self, path: str, plan: DomainPlan) -> str:
        """Return a unit's dotted name."""
        path = path.removeprefix(plan.source).removesuffix(".py").removesuffix("/__init__")
        return path.replace("/", ".")

    def values_of(self, plan: DomainPlan) -> dict[str, Any]:
        """Return what the templates are filled in with."""
        concept = plan.concept
        fields = [PythonField(f) for f in plan.fields]
        module = {role: self.module_of(home, plan) for role, home in plan.homes.items()}
        dates, decimals = date_names(fields), decimal_import(fields)
        extra = "\n".join(line for line in (dates, decimals) if line)
        names = ", ".join(f.name for f in fields)
        tables = plan.homes.get("table")
        dependencies, development = DEPENDENCIES[plan.framework]
        required = next((f.name for f in fields if not f.optional and f.field.type != "boolean"), "")
        if plan.framework != "django":
            required = next((f.name for f in fields if not f.optional), "")
        values: dict[str, Any] = {
            "app": plan.app,
            "package": plan.package,
            "Package": pascal(plan.package),
            "ENV": plan.package.upper(),
            "dashed": plan.package.replace("_", "-"),
            "framework": plan.framework,
            "module": module,
            "one": concept.one,
            "many": concept.many,
            "One": concept.type_name,
            "Many": concept.type_names,
            "ONE": _constant_name(concept.one),
            "Table": concept.type_name + ("Table" if tables else ""),
            "one_words": " ".join(words_of(concept.one)),
            "many_words": " ".join(words_of(concept.many)),
            "Many_words": " ".join(words_of(concept.many)).capitalize(),
            "a_one": concept.with_article,
            "A_one": concept.with_article.capitalize(),
            "prefix": concept.prefix,
            "table": plan.table or concept.many,
            "fields": fields,
            "columns": names,
            "marks": ", ".join("?" for _ in fields),
            "assignments": ", ".join(f"{f.name} = ?" for f in fields),
            "field_imports": extra + "\n",
            "row_imports": extra,
            "schema_imports": extra,
            "annotation_imports": extra,
            "required": required,
            "invalid_status": 422 if plan.framework == "fastapi" else 400,
            "sample": self._sample(plan, fields, 0),
            "other": self._sample(plan, fields, 1),
            "migrations": _path_expression(plan),
            "dependencies": dependencies,
            "dev_dependencies": development,
            "start": self.start_command(plan),
            "test_command": "python manage.py test" if plan.framework == "django" else "pytest",
            "installed": self.installed_of(plan),
            "app_module": self.module_of(_apps_home(plan), plan).rpartition(".")[0],
            "domain_module": self._domain_module(plan),
            "root_urls": self.module_of(_root_urls(plan), plan),
        }
        return values

    def _sample(self, plan: DomainPlan, fields: list[PythonField], position: int) -> str:
        zone = "+00:00" if plan.framework == "django" else ""
        text = "{" + ", ".join(f'"{f.name}": {f.sample(position, zone)}' for f in fields) + "}"
        if len(text) < 80:
            return text
        return "{\n" + "".join(f'    "{f.name}": {f.sample(position, zone)},\n' for f in fields) + "}"

    def start_command(self, plan: DomainPlan) -> str:
        if plan.framework == "django":
            return (
                "set -a; . ./.env; set +a\n    .venv/bin/python manage.py migrate\n"
                "    .venv/bin/python manage.py runserver"
            )
        module = self.module_of(plan.homes["entry"], plan)
        head = "set -a; . ./.env; set +a\n    "
        if plan.framework == "flask":
            return f"{head}.venv/bin/flask --app {module} run"
        return f"{head}.venv/bin/uvicorn {module}:app"

    def installed_of(self, plan: DomainPlan) -> str:
        if _has_own_app(plan):
            return self._domain_module(plan)
        return self.module_of(_apps_home(plan), plan) + f".{pascal(plan.package)}Config"

    def _domain_module(self, plan: DomainPlan) -> str:
        home = plan.homes.get("table") or plan.homes.get("model") or plan.homes.get("route", "")
        return self.module_of(home, plan).rpartition(".")[0]

    def repeat_wiring(
        self, source: bytes, change: Callable[[str], str], made: Set[str] = frozenset()
    ) -> bytes | None:
        """Return a unit's text with what mounts or lists a concept said again in other words."""
        return repeat_wiring(source, change)

    def settle(self, before: str, after: str) -> str:
        """Return a copied unit's text with its imports sorted anew, where the model's were sorted."""
        tops = {line.split()[1].partition(".")[0] for line in before.splitlines() if line.startswith("from ")}
        try:
            own = next((top for top in sorted(tops) if tidy_module(before, top) == before), "")
            return tidy_module(after, own) if own else after
        except (SyntaxError, ValueError):
            return after

    def next_migration(self, text: str, latest: str) -> str:
        """Return a copied migration's text that comes after the latest one."""
        return re.sub(r'(dependencies = \[\(\s*"\w+", )"\w+"', rf'\1"{latest}"', text)

    def copy_shared(
        self, source: bytes, change: Callable[[str], str], wanted: Callable[[str], bool]
    ) -> bytes | None:
        """Return a test-support unit's text with the definitions that name a concept made again."""
        return copy_definitions(source, change, wanted)

    def skeleton(self, role: str, concept: Concept, neighbours: Mapping[str, bytes], own: str) -> str:
        """Return the text of a new unit in the style of its neighbours."""
        return build_skeleton(role, concept, neighbours, own)

    def folder_marker(self, home: str) -> str:
        """Return the file that makes a unit's folder a package."""
        folder = home.rpartition("/")[0]
        return f"{folder}/__init__.py" if folder else ""

    def action_names(self, source: bytes, concept: Concept, model: str, action: str) -> set[str]:
        """Return the names of an action's pieces that a unit has already."""
        return ActionCopier(concept, model, action).names_in(source)

    def action_pieces(self, source: bytes, concept: Concept, model: str, action: str) -> ActionPieces:
        """Return the names of a model action's pieces in a unit; all are called by their full names."""
        there = ActionCopier(concept, action, model).names_in(source)
        copier = ActionCopier(concept, model, action)
        return ActionPieces({name: copier.change(name) for name in there}, frozenset())

    def add_action(
        self, source: bytes, concept: Concept, model: str, action: str, called: Mapping[str, str]
    ) -> ActionAdded | None:
        """Return a unit's text with an action's pieces added after those of a model action."""
        return ActionCopier(concept, model, action).apply(source)

    def add_action_test(
        self, source: bytes, concept: Concept, model: str, action: str, called: Mapping[str, str]
    ) -> bytes | None:
        """Return a test unit's text with a test of the action."""
        return add_test(source, concept, action)

    # -- wiring ----------------------------------------------------------------------------

    def mount_of(self, plan: DomainPlan) -> Mount:
        name = ROUTE_NAMES[plan.framework].format(many=plan.concept.many)
        return Mount(plan.homes["route"], name, "/" + plan.concept.prefix, plan.concept.many)

    def is_mounting(self, source: bytes) -> int:
        """Return how much speaks for mounting here: how many groups are mounted already."""
        found = find_mounts(source)
        return len(found) + 1 if found else int(is_mounting_unit(source))

    def prefixes(self, source: bytes) -> list[str]:
        """Return the prefixes that are taken in a unit."""
        return [m.prefix for m in find_mounts(source) if m.prefix] + group_prefixes(source)

    def wire(self, plan: DomainPlan, unit: str, source: bytes) -> bytes | None:
        """Return a mounting unit's text with the domain mounted; None where there is no place for it."""
        module = self.module_of(plan.homes["route"], plan)
        return add_mount(source, self.mount_of(plan), module, plan.package)

    def wired_elsewhere(self, plan: DomainPlan, sources: Mapping[str, bytes]) -> dict[str, bytes]:
        """Return further units that must name the domain: dispatchers, Django's settings and models."""
        out: dict[str, bytes] = {}
        dispatcher = plan.homes.get("dispatcher", "")
        if dispatcher in sources and dispatcher in plan.present:
            out[dispatcher] = self._dispatch_more(plan, sources[dispatcher])
        if plan.framework != "django":
            return out
        if _has_own_app(plan):
            for unit, source in sources.items():
                found = re.search(rb"INSTALLED_APPS\s*=\s*\[\n((?:.*\n)*?)\]", source)
                if found:
                    line = f'    "{self._domain_module(plan)}",\n'.encode()
                    out[unit] = source[: found.end(1)] + line + source[found.end(1) :]
                    break
            return out
        tables = plan.homes.get("table") or plan.homes["model"]
        marker = tables.rpartition("/")[0] + "/__init__.py"
        if marker in sources:
            out[marker] = self._export_more(plan, tables, sources[marker])
        return out

    def _dispatch_more(self, plan: DomainPlan, source: bytes) -> bytes:
        one = plan.concept.one
        text = source.decode("utf-8")
        lines = ""
        for role, word in (("command", "commands"), ("query", "queries")):
            lines += f"from {self.module_of(plan.homes[role], plan)} import HANDLERS as {one}_{word}\n"
        first = text.index("from " + plan.package)
        text = text[:first] + lines + text[first:]
        close = text.index("\n}", text.index("HANDLERS: "))
        text = text[:close] + f"\n    **{one}_commands,\n    **{one}_queries," + text[close:]
        return tidy_module(text, plan.package).encode()

    def _export_more(self, plan: DomainPlan, tables: str, source: bytes) -> bytes:
        text = source.decode("utf-8")
        name = self.values_of(plan)["Table"]
        line = f"from {self.module_of(tables, plan)} import {name}\n"
        first = text.find("from ")
        text = text[:first] + line + text[first:] if first >= 0 else text + "\n" + line
        found = re.search(r"__all__ = \[(.*?)\]", text)
        if found:
            names = sorted([*json.loads("[" + found.group(1) + "]"), name])
            text = text[: found.start(1)] + ", ".join(f'"{n}"' for n in names) + text[found.end(1) :]
        return tidy_module(text, plan.package).encode()


def _has_own_app(plan: DomainPlan) -> bool:
    """Whether, in Django, the domain is an application of its own."""
    model = plan.homes.get("model", "")
    return "table" not in plan.homes and model.split("/")[-2:-1] == [plan.concept.many]


def _apps_home(plan: DomainPlan) -> str:
    tables = plan.homes.get("table")
    folder = tables.rpartition("/models/")[0] if tables else plan.source + plan.package
    return f"{folder}/apps.py"


def _root_urls(plan: DomainPlan) -> str:
    route = plan.homes["route"]
    folder = route.rpartition("/")[0]
    if folder.endswith("/urls"):
        return f"{folder}/__init__.py"
    return f"{plan.source}{plan.package}/urls.py"


def _path_expression(plan: DomainPlan) -> str:
    """Return the expression for the migrations' folder, seen from the unit that opens the database."""
    store, migration = plan.homes.get("store"), plan.homes.get("migration", "")
    if store is None or not migration.endswith(".sql"):
        return ""
    folder = migration.rpartition("/")[0]
    here = store.rpartition("/")[0]
    text = "Path(__file__).parent"
    while not folder.startswith(here + "/"):
        here = here.rpartition("/")[0]
        text += ".parent"
    for part in folder[len(here) + 1 :].split("/"):
        text += f' / "{part}"'
    return text


def _constant_name(one: str) -> str:
    """Return a name for a test's sample that is no word of Python."""
    return one.upper()


SCAFFOLDER = PythonScaffolder()

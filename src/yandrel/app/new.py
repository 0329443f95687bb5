"""New: an application, a domain, an action across its roles, one unit."""

import shutil
from collections import Counter
from dataclasses import dataclass, replace
from pathlib import Path

from yandrel.app.workspace import Workspace
from yandrel.app.writing import Manner, Written, new_files, write_changes
from yandrel.errors import CallError, RefusedError, suggest
from yandrel.files.root import CONFIG_NAME
from yandrel.languages.protocol import Scaffolder
from yandrel.languages.registry import language_of, languages_by_name, load_language
from yandrel.layout.builtin import load_builtin, package_of
from yandrel.layout.config import Layout, parse_layout
from yandrel.model.results import FORMAT_VERSION, ChangedFile, NewReport
from yandrel.model.scaffold import Concept, DomainPlan, Field
from yandrel.model.words import pascal
from yandrel.moves.plan import FileChange, files_as_changes
from yandrel.scaffold.fields import read_fields
from yandrel.scaffold.surroundings import (
    check_name,
    fill_homes,
    fill_test_home,
    framework_of,
    mounted_under,
    package_of_homes,
)
from yandrel.scaffold.tables import read_table

FIRST_DOMAIN = "notes"
FIRST_FIELDS = (Field("title", "text"), Field("body", "text"))
PLAIN = "plain"
"""What templates are called that need no framework."""
PLAIN_FIELDS = (Field("name", "text"),)


@dataclass(frozen=True)
class NewRequest:
    """A request to create something: its name, and the choices made for it."""

    name: str
    layout: str = "role-first"
    language: str = "python"
    framework: str = ""
    domain: str = FIRST_DOMAIN
    fields: str = ""
    table: str = ""
    like: str = ""


def new_app(folder: Path, request: NewRequest, manner: Manner) -> NewReport:
    """Make an application in a folder of its own name below `folder`.

    Raises CallError where a name cannot be one, RefusedError where the folder is there already.
    """
    known = languages_by_name()
    if request.language not in known:
        todo = suggest(request.language, known, "there are " + ", ".join(known))
        raise CallError(f"no language is called {request.language!r}", todo=todo)
    scaffolder = load_language(request.language).scaffolder(request.language)
    framework = request.framework or scaffolder.frameworks()[0]
    if framework not in scaffolder.frameworks():
        known = scaffolder.frameworks()
        todo = suggest(framework, known, "there are " + ", ".join(known))
        raise CallError(f"no templates for {framework!r} in {request.language}", todo=todo)
    builtin = load_builtin(request.layout, request.language, framework)
    package = check_name(request.name, scaffolder.keywords(), "an application")
    concept = Concept.of(check_name(request.domain, scaffolder.keywords(), "a domain"))
    if package in (concept.many, concept.one, framework, "tests"):
        raise CallError(f"{package} would hide something of that name", todo="choose another name")
    root = folder / request.name
    if root.exists() and (not root.is_dir() or any(root.iterdir())):
        raise RefusedError("is there already", where=request.name, todo="choose another name or folder")
    title = pascal(request.name)
    app_folder = scaffolder.app_folder(package_of(request.name))
    text = builtin.fill(title, app_folder)
    layout = parse_layout(text.encode())
    table, fields = _fields_of(folder, "", request, scaffolder, FIRST_FIELDS)
    plan = _plan(layout, concept, fields, scaffolder, title, package, framework, frozenset())
    plan = replace(plan, table=table, root=scaffolder.root_namespace(package, {}))
    texts = {CONFIG_NAME: text, **scaffolder.app_files(plan)}
    was_there = root.exists()
    if not manner.preview:
        root.mkdir(parents=True, exist_ok=True)
    files = new_files(root, texts)
    try:
        written = write_changes(Workspace(root), files, f"new app {request.name}", manner)
    except BaseException:
        if not was_there:
            shutil.rmtree(root, ignore_errors=True)
        raise
    steps = (f"cd {request.name}", "yandrel survey", "yandrel new domain NAME")
    return report_new(f"new app {request.name}", files, written, steps)


def new_domain(workspace: Workspace, request: NewRequest, manner: Manner) -> NewReport:
    """Make a domain: all roles of the layout, each in its home, with tests, mounted under its prefix."""
    workspace.refuse_if_cut_off()
    scaffolder = scaffolder_of(workspace)
    name = check_name(request.name, scaffolder.keywords(), "a domain")
    concept = Concept.of(name)
    if concept.many in workspace.picture.domains.values():
        raise RefusedError("is there already", where=f"the domain {concept.many}", todo="choose another name")
    if request.like:
        from yandrel.app.new_like import new_domain_like

        return new_domain_like(workspace, concept, request, manner)
    layout = _layout_of(workspace)
    framework = request.framework or framework_of(workspace.index, scaffolder.frameworks())
    if not framework and PLAIN in scaffolder.frameworks():
        framework = PLAIN
    if framework not in scaffolder.frameworks():
        raise CallError(
            "no framework that there are templates for is used here",
            todo="name a domain to take as the model with --like",
        )
    table, fields = _fields_of(workspace.root, workspace.here, request, scaffolder, PLAIN_FIELDS)
    package = package_of_homes(layout)
    present = frozenset(workspace.tree.files)
    title = layout.name or pascal(package or workspace.root.name)
    plan = replace(
        _plan(layout, concept, fields, scaffolder, title, package, framework, present),
        table=table,
        root=scaffolder.root_namespace(package, _namespaces(workspace)),
    )
    lacking = scaffolder.lacks(plan, workspace.index.facts)
    if lacking:
        if not (request.fields or request.table):
            from yandrel.app.new_like import best_model, new_domain_like

            model = best_model(workspace)
            if model:
                return new_domain_like(workspace, concept, replace(request, like=model), manner)
        raise RefusedError(
            f"the templates need {lacking}, which is not here", where="new domain",
            todo="name a domain to take as the model with --like",
        )  # fmt: skip
    check_free(workspace, plan)
    taken = mounted_under(workspace.picture, concept.prefix, scaffolder)
    if taken:
        raise RefusedError(f"the prefix /{concept.prefix} is taken", where=taken, todo="choose another name")
    texts = scaffolder.domain_files(plan)
    files = new_files(workspace.root, texts)
    edits, notes = _wire(workspace, plan, scaffolder)
    files += files_as_changes(workspace.index, edits)
    title = f"new domain {request.name}"
    written = write_changes(workspace, files, title, manner)
    steps = ("yandrel check",)
    return report_new(title, files, written, steps, notes)


def check_free(workspace: Workspace, plan: DomainPlan) -> None:
    """Raise RefusedError where a unit of the new domain is there already."""
    shared = ("entry", "config", "store", "error", "dispatcher", "middleware")
    for role, home in sorted(plan.homes.items()):
        if role not in shared and home in plan.present and not home.endswith("__init__.py"):
            owner = workspace.picture.domain(home)
            if owner == plan.concept.many or role in ("route", "model", "service", "test"):
                raise RefusedError("is there already", where=home, todo="choose another name")


def _namespaces(workspace: Workspace) -> dict[str, str]:
    return {unit: workspace.index.namespace_of(unit) for unit in workspace.index.facts}


def scaffolder_of(workspace: Workspace, role: str = "") -> Scaffolder:
    """Return what makes new units here: in the language of a role's home, else of most units."""
    name = language_of_app(workspace, role)
    return load_language(name).scaffolder(name)


def language_of_app(workspace: Workspace, role: str = "") -> str:
    """Return the name of the language of a role's home, else of most homes, else of most units."""
    layout = workspace.layout
    homes = [home.text for known in layout.roles.values() for home in known.homes[:1]]
    if role in layout.roles:
        homes = [home.text for home in layout.roles[role].homes[:1]]
    counts = Counter(path for home in homes if (path := "x" + home[home.rfind(".") :]) and language_of(path))
    if not counts:
        counts = Counter("x" + unit[unit.rfind(".") :] for unit in workspace.index.facts)
    path = counts.most_common(1)[0][0] if counts else "x.py"
    return load_language(language_of(path) or "python").name_of(path)


def _layout_of(workspace: Workspace) -> Layout:
    layout = workspace.layout
    if not layout.present:
        raise CallError(
            "there is no yandrel.toml, so nothing says where it would go",
            todo="write one with `yandrel adopt`, or name a model with --like",
        )
    return layout


def _fields_of(
    root: Path, here: str, request: NewRequest, scaffolder: Scaffolder, default: tuple[Field, ...]
) -> tuple[str, tuple[Field, ...]]:
    if request.fields and request.table:
        raise CallError("--fields and --from both say what the fields are", todo="leave one away")
    if request.table:
        return read_table(root, here, request.table)
    return "", read_fields(request.fields, scaffolder.keywords()) if request.fields else default


def _plan(
    layout: Layout, concept: Concept, fields: tuple[Field, ...], scaffolder: Scaffolder,
    app: str, package: str, framework: str, present: frozenset[str],
) -> DomainPlan:  # fmt: skip
    homes = fill_homes(layout, concept)
    test = fill_test_home(layout, homes, concept)
    if test:
        homes["test"] = test
    if "migration" in homes:
        homes["migration"] = _numbered(layout, concept, present)
    kind = scaffolder.kind_of(frozenset(layout.roles))
    source = "src/" if package == "src" else ""
    return DomainPlan(concept, fields, homes, app, package, framework, kind, present, source)


def _numbered(layout: Layout, concept: Concept, present: frozenset[str]) -> str:
    """Return the next migration's path: numbered, in the folder that the layout gives migrations."""
    pattern = layout.roles["migration"].homes[0]
    values = {"name": concept.one, "domain": concept.many, "unit": "0"}
    folder = pattern.fill(values).rpartition("/")[0]
    ending = pattern.text.rpartition(".")[2]
    numbers = [
        int(path[len(folder) + 1 :][:4]) for path in present
        if path.startswith(folder + "/") and path[len(folder) + 1 :][:4].isdigit()
    ]  # fmt: skip
    number = max(numbers, default=0) + 1
    first = ending == "py" and number == 1
    return f"{folder}/{number:04}_{'initial' if first else concept.many}.{ending}"


def _wire(
    workspace: Workspace, plan: DomainPlan, scaffolder: Scaffolder
) -> tuple[dict[str, bytes], list[str]]:
    """Return the new texts of the units that must know of the domain."""
    index = workspace.index
    read = {
        unit: index.read_source(unit) for unit in index.facts
        if unit.endswith(scaffolder.suffix) and workspace.picture.role(unit) != "test"
    }  # fmt: skip
    sources = {unit: source.data for unit, source in read.items() if not source.problem}
    edits: dict[str, bytes] = {}
    notes: list[str] = []
    scores = {unit: scaffolder.is_mounting(source) for unit, source in sources.items()}
    best = max(scores, key=lambda unit: (scores[unit], -unit.count("/")), default="")
    text = scaffolder.wire(plan, best, sources[best]) if best and scores[best] else None
    if text is None:
        notes.append(f"nothing mounts routes here: mount {plan.homes['route']} by hand")
    else:
        edits[best] = text
    more = scaffolder.wired_elsewhere(plan, {**sources, **edits})
    return {unit: read[unit].encoding.restore(text) for unit, text in {**edits, **more}.items()}, notes


def report_new(
    title: str,
    files: list[FileChange],
    written: Written,
    steps: tuple[str, ...],
    notes: list[str] | None = None,
) -> NewReport:
    """Return the report of what was made, and what to do next."""
    return NewReport(
        version=FORMAT_VERSION,
        done=written.number > 0,
        number=written.number,
        title=title,
        files=[ChangedFile(c.old, c.new, c.edits) for c in files],
        notes=notes or [],
        next_steps=list(steps),
        diff=written.diff,
        command_output=written.output,
        routes=written.routes,
    )

"""New unit: one unit of a role, in its home, in its neighbours' style."""

from yandrel.app.fitting import fit_to_place
from yandrel.app.new import NewRequest, report_new, scaffolder_of
from yandrel.app.new_like import model_unit, new_unit_like
from yandrel.app.workspace import Workspace
from yandrel.app.writing import Manner, new_files, write_changes
from yandrel.errors import CallError, RefusedError, suggest
from yandrel.languages.registry import language_of
from yandrel.layout.config import Role
from yandrel.model.results import NewReport
from yandrel.model.scaffold import Concept
from yandrel.model.words import singular
from yandrel.scaffold.surroundings import check_name, package_of_homes
from yandrel.survey.concepts import concept_words


def new_unit(workspace: Workspace, role: str, request: NewRequest, manner: Manner) -> NewReport:
    """Make one unit of a role; raises CallError where the layout knows no such role."""
    workspace.refuse_if_cut_off()
    layout = workspace.layout
    known = layout.roles.get(role)
    if known is None and not layout.present:
        raise CallError(
            f"there is no yandrel.toml, so nothing says where a {role} would go",
            todo="write one with `yandrel adopt`",
        )
    if known is None:
        words = ["app", "domain", "action", *layout.roles]
        todo = suggest(role, words, "there are " + ", ".join(words))
        raise CallError(f"there is nothing called {role!r} to make", todo=todo)
    domain, _, last = request.name.rpartition("/")
    scaffolder = scaffolder_of(workspace, role)
    name = check_name(last, scaffolder.keywords(), f"a {role}")
    name = "_".join(concept_words(name)) or name
    title = f"new {role} {request.name}"
    if request.fields or request.table:
        raise CallError("fields belong to a whole domain", todo=f"see `yandrel new domain {request.name}`")
    if request.like:
        unit = model_unit(workspace, request.like, role)
        values = workspace.picture.readings[unit].values
        old = values.get("name") or unit.rpartition("/")[2].rpartition(".")[0]
        old = "_".join(concept_words(old)) or old
        return new_unit_like(workspace, unit, Concept.of(old), Concept.of(name), title, manner)
    home = _home_of(known, name, domain)
    if home in workspace.tree.files or workspace.files.exists(home):
        raise RefusedError("is there already", where=home, todo="choose another name")
    concept = Concept(name, Concept.of(name).many)
    text = scaffolder.skeleton(role, concept, _neighbours(workspace, role, home), package_of_homes(layout))
    text = fit_to_place(workspace, role, home, text)
    files = new_files(
        workspace.root, {home: text, **_marker(workspace, home, scaffolder.folder_marker(home))}
    )
    written = write_changes(workspace, files, title, manner)
    return report_new(title, files, written, ("yandrel check",))


def _home_of(role: Role, name: str, domain: str) -> str:
    if not role.homes:
        raise CallError(f"the layout gives {role.name} no home", todo="write one down in [roles]")
    fillable = [home for home in role.homes if home.is_fillable() and home.placeholders()]
    pattern = next(
        (home for home in fillable if "domain" in home.placeholders() or not domain), role.homes[0]
    )
    if domain and "domain" not in pattern.placeholders():
        raise CallError(
            f"the home {pattern.text} has no place for a domain", where=f"{role.name} {domain}/{name}",
            todo=f"say {name} alone, or give the role a home with {{domain}} in it",
        )  # fmt: skip
    values = {"name": name, "domain": domain or Concept.of(name).many, "unit": name}
    missing = pattern.placeholders() - set(values)
    if missing:
        raise CallError(
            f"the home {pattern.text} asks for {', '.join(sorted(missing))}", where=role.name,
            todo="name a file to take as the model with --like",
        )  # fmt: skip
    return pattern.fill(values)


def _neighbours(workspace: Workspace, role: str, home: str) -> dict[str, bytes]:
    """Return the units of a role by their names: those of the new one's folder, if there are any."""
    folder, language = home.rpartition("/")[0], language_of(home)
    alike = [unit for unit in workspace.picture.readings if language_of(unit) == language]
    near = _named_units(workspace, role, [unit for unit in alike if unit.rpartition("/")[0] == folder])
    read = workspace.index.read_source
    return {name: read(unit).data for name, unit in (near or _named_units(workspace, role, alike)).items()}


def _named_units(workspace: Workspace, role: str, units: list[str]) -> dict[str, str]:
    picture = workspace.picture
    out: dict[str, str] = {}
    for unit in units:
        reading = picture.readings[unit]
        if reading.role != role or not workspace.index.facts[unit].definitions:
            continue
        stem = unit.rpartition("/")[2].rpartition(".")[0]
        named = reading.values.get("name") or "_".join(concept_words(stem))
        name = named if named and named not in ("base", "__init__") else picture.domain(unit)
        if name and named != "base":
            out[singular(name)] = unit
    return out


def _marker(workspace: Workspace, home: str, marker: str) -> dict[str, str]:
    """Return the package marker that a new folder needs, where the folder above it has one."""
    folder = home.rpartition("/")[0]
    above = folder.rpartition("/")[0]
    if not marker or not folder or workspace.files.exists(folder):
        return {}
    name = marker.rpartition("/")[2]
    return {marker: ""} if workspace.files.exists(f"{above}/{name}" if above else name) else {}

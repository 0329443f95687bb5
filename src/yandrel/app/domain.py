"""One domain: show everything of it, or take it out of the application."""

from msgspec import structs

from yandrel.app.domain_cut import Cut, cut_out
from yandrel.app.routes import route_table
from yandrel.app.workspace import Workspace
from yandrel.app.writing import Manner, write_changes
from yandrel.errors import CallError, RefusedError, suggest
from yandrel.layout.config import SHARED
from yandrel.model.results import FORMAT_VERSION, DomainNeed, DomainRemoval, DomainReport
from yandrel.survey.one_domain import DomainView, find_domain


def show_domain(workspace: Workspace, name: str) -> DomainReport:
    """Return everything of a domain; raises CallError where there is none of that name."""
    return _open(workspace, name).describe(route_table(workspace))


def remove_domain(
    workspace: Workspace, name: str, carry_out: bool, manner: Manner, cuts: bool = False
) -> DomainRemoval:
    """Return what would go with a domain and what still needs it; take it out where that is asked for.

    Where it `cuts`, what only registers the domain elsewhere goes along, and what only it used. Raises
    CallError where there is no such domain, RefusedError where something outside needs it.
    """
    workspace.refuse_if_cut_off()
    view = _open(workspace, name)
    if view.name == SHARED:
        raise CallError("is what the domains have in common, and no domain", where=SHARED)
    gone = [*view.units, *_markers_left(workspace, view)]
    cut = (
        cut_out(workspace, view, gone)
        if cuts
        else Cut(gone, needs=[*view.needs(gone), *view.named_by_path(gone, gone)])
    )
    removal = DomainRemoval(
        version=FORMAT_VERSION,
        application=workspace.layout.name or workspace.root.name,
        name=view.name,
        files=[unit for unit in cut.gone if unit not in view.tests],
        tests=view.tests,
        routes=view.routes(route_table(workspace)),
        needs=cut.needs,
        alone=[] if cuts else view.alone(),
        cut=cut.lines,
    )
    if not carry_out and not manner.preview:
        return removal
    _refuse_needed(view.name, cut.needs, cuts)
    written = write_changes(workspace, cut.changes(workspace), f"remove {view.name}", manner)
    return structs.replace(
        removal,
        number=written.number,
        diff=written.diff,
        command_output=written.output,
        effect=written.routes,
    )


def _refuse_needed(name: str, needs: list[DomainNeed], cuts: bool) -> None:
    """Raise RefusedError with every place that needs a domain, where there is one."""
    if needs:
        count = f"{len(needs)} place{'s' if len(needs) != 1 else ''}"
        raise RefusedError(
            f"is needed in {count} outside of it" + (" which cannot just be cut" if cuts else ""),
            where=name,
            todo="take these out first" + ("" if cuts else ", or cut what only registers it with --cut"),
            reasons=tuple(f"{need.unit}:{need.line}: {need.code or need.names}" for need in needs),
        )


def _open(workspace: Workspace, name: str) -> DomainView:
    picture = workspace.picture
    found = find_domain(picture, name)
    if not found:
        known = sorted({domain for domain in picture.domains.values() if domain})
        raise CallError(
            f"no domain is called {name!r}",
            todo=suggest(name, known, f"there are {', '.join(known[:12])}" if known else "none is told here"),
        )
    return DomainView(picture, found)


def _markers_left(workspace: Workspace, view: DomainView) -> list[str]:
    """Return the files that mark packages in which nothing else would be left."""
    index = workspace.index
    going = set(view.units)
    folders = {unit.rpartition("/")[0] + "/" for unit in going}
    found = []
    for folder in sorted(folders):
        inside = [path for path in index.tree.files if path.startswith(folder) and path not in going]
        marks = [p for p in inside if p in index.facts and index.language(p).is_package_marker(p)]
        if inside and inside == marks and not any(index.facts[p].definitions for p in marks):
            found += marks
    return found


__all__ = ["remove_domain", "show_domain"]

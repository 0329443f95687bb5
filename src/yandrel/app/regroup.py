"""Regroup: the way from the arrangement that an application has to another one, forecast or carried out."""

from collections.abc import Callable
from dataclasses import dataclass

from msgspec import structs

from yandrel.app.move import MoveRequest, move
from yandrel.app.regroup_steps import PlannedStep, StepPlanner
from yandrel.app.route_effect import RouteWatch, refuse_other_routes
from yandrel.app.stored_models import notes_of_stored
from yandrel.app.survey import figures_of_workspace
from yandrel.app.then import Runner
from yandrel.app.workspace import Workspace
from yandrel.errors import CallError, RefusedError, suggest
from yandrel.files.lock import hold_lock
from yandrel.model.changes import Note
from yandrel.model.graph import Symbol
from yandrel.model.results import (
    FORMAT_VERSION,
    BlockedMove,
    Figures,
    PlannedMove,
    RegroupReport,
    RegroupStep,
)
from yandrel.moves.apply import apply_changes
from yandrel.moves.plan import FileChange
from yandrel.regroup.cycles import find_domain_cycles
from yandrel.regroup.intended import Intentions, find_intentions, order_of_steps
from yandrel.regroup.list_text import write_list
from yandrel.regroup.target import Target, read_target
from yandrel.regroup.verdict import judge_gain

Progress = Callable[[int, int, str], None]


@dataclass(frozen=True)
class RegroupRequest:
    """A request to regroup: the layout, the domains, and what to do with the plan."""

    to: str
    only: tuple[str, ...] = ()
    list_file: str = ""
    carry_out: bool = False
    then: str = ""
    formatter: str = ""
    keep_routes: bool = False
    no_new_findings: bool = False
    leave_forwarding: bool = False
    command: str = ""
    progress: Progress | None = None


def regroup(workspace: Workspace, request: RegroupRequest, run: Runner | None = None) -> RegroupReport:
    """Return the way to another layout, and carry it out where that is asked for.

    Raises CallError for a layout or domain that is not there, ConfigError for a layout that is wrong,
    RefusedError where nothing can move.
    """
    workspace.refuse_if_cut_off()
    target = read_target(workspace.root, workspace.here, request.to)
    picture = workspace.picture
    if not picture.counted():
        raise RefusedError("there is no source code here to regroup", where=workspace.root.name)
    intentions = find_intentions(picture, target)
    _check_domains(intentions, request.only)
    planner = StepPlanner(workspace, target, intentions, request.progress)
    order = order_of_steps(picture, intentions, request.only)
    steps = planner.plan(order, in_steps=bool(request.list_file or request.carry_out))
    report = _forecast(workspace, planner, steps, target, request)
    if request.list_file and steps:
        text = write_list(report, [step.step for step in steps])
        report = structs.replace(report, written=_write(workspace, request, text))
    if request.carry_out and steps:
        return _carry_out(workspace, report, steps, request, run)
    return report


def forecast_figures(workspace: Workspace, to: str) -> RegroupReport:
    """Return the forecast for a layout, with all domains."""
    return regroup(workspace, RegroupRequest(to))


def _check_domains(intentions: Intentions, only: tuple[str, ...]) -> None:
    known = sorted({move.belonging.domain for move in intentions.moves})
    for name in only:
        if name not in known:
            todo = suggest(
                name, known, f"those that have some are {', '.join(known)}" if known else "none has any"
            )
            raise CallError(f"no file of a domain {name!r} would move", todo=todo)


def _forecast(
    workspace: Workspace,
    planner: StepPlanner,
    steps: list[PlannedStep],
    target: Target,
    request: RegroupRequest,
) -> RegroupReport:
    before, after = workspace, planner.workspace
    figures = figures_of_workspace(before)
    later = _figures_after(planner, steps) if steps else figures
    watch = RouteWatch(workspace, always=True) if steps else None
    effect = watch.after_changes(planner.changes) if watch is not None else None
    if request.keep_routes:
        refuse_other_routes(effect, f"regroup --to {request.to}")
    stays: dict[str, list[str]] = {}
    for unit, why in planner.intentions.stays.items():
        stays.setdefault(why, []).append(unit)
    return RegroupReport(
        version=FORMAT_VERSION,
        name=workspace.layout.name or workspace.root.name,
        to=target.name,
        steps=[_step_report(step) for step in steps],
        blocked=[
            BlockedMove(move.source, move.target, move.belonging.domain, list(reasons))
            for move, reasons in planner.blocked.values()
        ],
        stays=stays,
        at_home=planner.intentions.at_home,
        before=figures,
        after=later,
        cycles_before=find_domain_cycles(before.picture),
        cycles_after=find_domain_cycles(after.picture),
        homes={role: list(texts) for role, texts in planner.homes.items()},
        verdict=judge_gain(figures, later, sum(len(step.moves) for step in steps)),
        edits=planner.edits,
        edited=len(planner.edited),
        routes=effect,
        stored=_stored(workspace, steps),
    )


def _stored(workspace: Workspace, steps: list[PlannedStep]) -> list[Note]:
    """Return what the migrations of stored models must say, for all steps together."""
    units: dict[str, str] = {}
    definitions: dict[Symbol, Symbol] = {}
    for planned in (one for step in steps for one in step.moves):
        unit, _, name = planned.source.partition(":")
        place, _, renamed = planned.target.partition(":")
        if name:
            definitions[Symbol(unit, name)] = Symbol(place, renamed or name)
        else:
            units[unit] = place
    return notes_of_stored(workspace, units, definitions)


def _figures_after(planner: StepPlanner, steps: list[PlannedStep]) -> Figures:
    """Return the figures with every file in its new place, and in the domain that it is meant to have."""
    picture = planner.workspace.picture
    domains = dict(planner.start.picture.domains)
    for step in steps:
        for planned in step.moves:
            domains.pop(planned.source, None)
            domains[planned.target.partition(":")[0]] = planned.belonging.domain
        for old, new in step.tests.items():
            domains[new] = domains.pop(old, "")
    picture.domains = {unit: domains.get(unit, found) for unit, found in picture.domains.items()}
    return figures_of_workspace(planner.workspace)


def _step_report(step: PlannedStep) -> RegroupStep:
    moves = [
        PlannedMove(
            m.source, m.target, m.belonging.domain, m.belonging.role, m.belonging.certain, m.belonging.why
        )
        for m in step.moves
    ]
    moves += [
        PlannedMove(source, target, step.domain, "test", True, "it tests what moves")
        for source, target in step.tests.items()
    ]
    return RegroupStep(step.domain, moves, step.folders_before, step.folders_after)


def _write(workspace: Workspace, request: RegroupRequest, text: str) -> str:
    """Write the move list; raises RefusedError where something else is there."""
    from yandrel.moves.things import clean_path

    path = clean_path(request.list_file, workspace.here)
    before = workspace.files.read(path) if workspace.files.is_file(path) else None
    if before is not None and not before.startswith(b"# The way of "):
        raise RefusedError("is there already, and is no move list", where=path, todo="name another file")
    change = FileChange(path if before is not None else "", path, before, text.encode(), 0o644, True, 1)
    with hold_lock(workspace.root):
        apply_changes(workspace.root, [change], f"write {path}", request.command)
    workspace.refresh()
    return path


def _carry_out(
    workspace: Workspace,
    report: RegroupReport,
    steps: list[PlannedStep],
    request: RegroupRequest,
    run: Runner | None,
) -> RegroupReport:
    """Carry all steps out, one after another."""
    done = move(
        workspace,
        MoveRequest(
            steps=tuple(step.step for step in steps),
            proved=tuple(step.proved for step in steps),
            then=request.then,
            formatter=request.formatter,
            no_new_findings=request.no_new_findings,
            keep_routes=request.keep_routes,
            leave_forwarding=request.leave_forwarding,
            command=request.command,
        ),
        run,
    )
    first = done.number - len(steps) + 1
    numbered = [structs.replace(step, number=first + at) for at, step in enumerate(report.steps)]
    return structs.replace(
        report,
        steps=numbered,
        routes=done.routes or report.routes,
        done=len(steps),
        command_output=done.command_output,
    )


__all__ = ["RegroupRequest", "forecast_figures", "regroup"]

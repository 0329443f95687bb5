"""Move: things go elsewhere, every reference along; planned, proved, carried out, checked."""

from contextlib import suppress
from dataclasses import dataclass, field
from functools import cached_property

from msgspec import structs
from msgspec.structs import replace

from yandrel.app.format_with import format_plan
from yandrel.app.judging import Judged, judge, recalled_readings
from yandrel.app.merging import find_merge, plan_merge
from yandrel.app.route_effect import RouteWatch, refuse_other_routes
from yandrel.app.routes import route_table
from yandrel.app.steps import tell_done
from yandrel.app.stored_models import notes_of_stored
from yandrel.app.then import Runner, carry_out_step
from yandrel.app.workspace import Workspace
from yandrel.errors import CallError, RefusedError, YandrelError
from yandrel.files.contents import ChangedFiles
from yandrel.files.lock import hold_lock
from yandrel.files.paths import check_path
from yandrel.files.root import CONFIG_NAME
from yandrel.index.code import CodeIndex
from yandrel.layout.config import Layout, parse_layout
from yandrel.model.changes import Note, Relocation
from yandrel.model.results import FORMAT_VERSION, ChangedFile, Finding, MoveReport, RouteEffect
from yandrel.moves.apply import apply_changes
from yandrel.moves.diff import unified_diff
from yandrel.moves.forwarding import plan_forwarding
from yandrel.moves.handlers import plan_handlers
from yandrel.moves.links import list_links
from yandrel.moves.movelist import Step, read_move_list, without_made
from yandrel.moves.name_pairs import plan_name_pairs
from yandrel.moves.own_files import check_lines, plan_own_files
from yandrel.moves.plan import ChangePlan, RefusalsError, contents_after, plan_relocation
from yandrel.moves.proof import CYCLE, Foresight, Proof, foresee_without_empty, prove
from yandrel.moves.relocate import map_relocation
from yandrel.moves.stale.listing import list_old_names
from yandrel.moves.templates import plan_templates
from yandrel.moves.texts import plan_texts
from yandrel.moves.things import Thing, as_whole_file, find_namespace, find_target, find_thing
from yandrel.moves.unloaded import list_unloaded
from yandrel.moves.whole_set import find_whole_set, write_command
from yandrel.rules.registry import RULE_NAMES, load_rules
from yandrel.rules.runner import run_rules
from yandrel.survey.homes import find_home
from yandrel.survey.picture import take_picture


@dataclass(frozen=True)
class ProvedStep:
    """A step that was planned and proved on an application as it would be before it."""

    step: Step
    workspace: Workspace
    plan: ChangePlan
    proof: Proof
    foresight: Foresight


@dataclass(frozen=True)
class MoveRequest:
    """A request to move things: sources with targets, or a move list, and how to carry it out."""

    pairs: tuple[tuple[str, str | None], ...] = ()
    move_list: str = ""
    steps: tuple[Step, ...] = ()
    proved: tuple[ProvedStep | None, ...] = ()
    """For each of the steps what was proved of it already, on the application as the one before leaves it."""
    preview: bool = False
    then: str = ""
    no_new_findings: bool = False
    keep_routes: bool = False
    leave_forwarding: bool = False
    formatter: str = ""
    command: str = ""


@dataclass
class Outcome:
    """One step, planned and proved."""

    plan: ChangePlan
    proof: Proof
    added: list[Finding] = field(default_factory=list)
    ended: list[Finding] = field(default_factory=list)
    routes: RouteEffect | None = None


def move(workspace: Workspace, request: MoveRequest, run: Runner | None = None) -> MoveReport:
    """Carry a move out, or show it; raises RefusedError with every reason where it cannot be right.

    `run` runs the command of `then` and returns its status and output.
    """
    workspace.refuse_if_cut_off()
    steps, made = _left_to_do(workspace, request)
    report = _move_steps(workspace, steps, request, run)
    notes = [Note(request.move_list, line, text, "is made already, and was left out") for line, text in made]
    return structs.replace(report, notes=[*report.notes, *notes])


def _left_to_do(workspace: Workspace, request: MoveRequest) -> tuple[list[Step], list[tuple[int, str]]]:
    """Return the steps, and the moves of a list that are made already; raises RefusedError where all are."""
    steps = _steps(workspace, request)
    if not request.move_list:
        return steps, []
    steps, made = without_made(steps, workspace.files)
    if not steps:
        raise RefusedError("has no move that is not made already", where=request.move_list)
    return steps, made


def _move_steps(
    workspace: Workspace, steps: list[Step], request: MoveRequest, run: Runner | None
) -> MoveReport:
    watch = RouteWatch(workspace, always=request.keep_routes)
    if request.preview:
        return _preview_steps(workspace, steps, request, watch)
    done: list[int] = []
    with hold_lock(workspace.root), tell_done(done, len(steps)):
        last: Outcome | None = None
        output = ""
        planned = _plan_ahead(workspace, steps, request.proved)
        _refuse_effects(request, steps, planned, watch)
        by_command = bool(request.then or request.formatter)
        for number, step in enumerate(steps, start=1):
            outcome = plan_step(workspace, step) if by_command and number > 1 else planned[number - 1]
            if request.formatter and run is not None:
                format_plan(workspace, outcome.plan, request.formatter, run, request.command)
            label = step.title if len(steps) > 1 else ""
            then = request.then if run is not None else ""
            change = apply_changes(
                workspace.root, outcome.plan.files, outcome.plan.title, request.command, step=label, then=then
            )
            if then and run is not None:
                output = carry_out_step(workspace, change, then, run, number, len(steps))
            done.append(change)
            workspace.refresh()
            last = _merge(last, outcome)
        assert last is not None
        last.routes = watch.as_it_is()
        return _report(last, done[-1], "", len(steps), output)


def _plan_ahead(
    workspace: Workspace, steps: list[Step], proved: tuple[ProvedStep | None, ...] = ()
) -> list[Outcome]:
    """Plan all steps, each on what the one before it leaves; raises for all that cannot be at once."""
    outcomes: list[Outcome] = []
    faults: list[tuple[int, YandrelError]] = []
    now = workspace
    for number, step in enumerate(steps, start=1):
        try:
            known = proved[number - 1] if number <= len(proved) else None
            same = known is not None and known.step == step
            outcome = complete_step(known) if known is not None and same else plan_step(now, step)
        except (CallError, RefusedError) as error:
            if not step.written_in:
                raise
            faults.append((number, error))
            continue
        outcomes.append(outcome)
        now = now.with_changes(contents_after(outcome.plan.files)) if step is not steps[-1] else now
    if faults:
        raise _refuse_steps(steps, faults)
    return outcomes


def _refuse_steps(steps: list[Step], faults: list[tuple[int, YandrelError]]) -> RefusedError:
    """Return the error that names every step which cannot be carried out, with its line in the list."""
    told = []
    for number, error in faults:
        step = steps[number - 1]
        line = error.line or next(iter(step.lines), 0)
        told.append((f"{step.written_in}:{line}", f"step {number}", error))
    reasons = [
        f"{where}: {name}: {reason}"
        for where, name, error in told
        for reason in (getattr(error, "reasons", ()) or (error.one_line(),))
    ]
    where, name, first = told[0]
    place = f"{first.where}: " if first.where else ""
    more = f"; {len(told) - 1} more of {len(steps)} steps cannot be either" if len(told) > 1 else ""
    return RefusedError(
        f"{name}: {place}{first.what}{more}", where=where, todo=first.todo, reasons=tuple(reasons)
    )


def _refuse_effects(
    request: MoveRequest, steps: list[Step], planned: list[Outcome], watch: RouteWatch
) -> None:
    """Raise RefusedError, before anything is done, where a step adds findings or changes routes."""
    changed: dict[str, tuple[bytes, int] | None] = {}
    for step, outcome in zip(steps, planned, strict=True):
        _refuse_findings(request, step, outcome)
        if request.keep_routes:
            changed.update(contents_after(outcome.plan.files))
            refuse_other_routes(watch.after_changes(changed), step.title)


def _refuse_findings(request: MoveRequest, step: Step, outcome: Outcome) -> None:
    """Raise RefusedError where a step adds findings, and the request does not want that."""
    added = [f for f in outcome.added if not (f.rule == "forwarding" and step.leaves_forwarding)]
    if request.no_new_findings and added:
        raise RefusedError(
            f"would add {len(added)} findings",
            where=step.title,
            todo="leave --no-new-findings away to do it all the same",
            reasons=tuple(f"{f.unit}:{f.line}: {f.rule}: {f.message}" for f in added),
        )


def _steps(workspace: Workspace, request: MoveRequest) -> list[Step]:
    if request.steps or request.move_list:
        read = read_move_list(workspace.root, workspace.here, request.move_list) if request.move_list else ()
        steps = [*request.steps, *read]
        return [step.with_forwarding() for step in steps] if request.leave_forwarding else steps
    if not request.pairs:
        raise CallError("nothing to move", todo="name a SOURCE, or a move list with --list")
    title = "move " + ", ".join(
        f"{source} to {target}" if target else f"{source} home" for source, target in request.pairs
    )
    return [Step(title, request.pairs, leaves_forwarding=request.leave_forwarding)]


def _preview_steps(
    workspace: Workspace, steps: list[Step], request: MoveRequest, watch: RouteWatch
) -> MoveReport:
    """Show what steps would do: each is planned on what the one before it left."""
    diff, last = "", None
    now = workspace
    changed: dict[str, tuple[bytes, int] | None] = {}
    for step in steps:
        outcome = plan_step(now, step)
        diff += f"# {step.title}\n" if len(steps) > 1 else ""
        diff += unified_diff(outcome.plan.files)
        changes = contents_after(outcome.plan.files)
        changed.update(changes)
        outcome.routes = watch.after_changes(changed)
        if request.keep_routes:
            refuse_other_routes(outcome.routes, step.title)
        now = now.with_changes(changes) if step is not steps[-1] else now
        last = _merge(last, outcome)
    assert last is not None
    return _report(last, 0, diff, len(steps))


def plan_step(workspace: Workspace, step: Step) -> Outcome:
    """Plan and prove one step; raises RefusedError where the proof fails."""
    asked = _find_asked(workspace, step)
    try:
        plan, proof, foresight = _plan_proved(workspace, step, asked)
    except RefusalsError as error:
        raise _with_whole_set(workspace, step, asked, error) from None
    return complete_step(ProvedStep(step, workspace, plan, proof, foresight))


def complete_step(proved: ProvedStep) -> Outcome:
    """Return a proved step with what is to be looked at by hand, and the findings that it adds and ends."""
    workspace, plan = proved.workspace, proved.plan
    index = workspace.index
    list_old_names(index, plan, proved.foresight.views, workspace.layout, proved.step.written_in)
    list_links(index, plan)
    list_unloaded(index, plan, proved.foresight)
    plan.notes += notes_of_stored(workspace, plan.relocation.units, plan.relocation.definitions)
    if not plan.files:
        raise RefusedError("nothing would change", where=proved.step.title)
    outcome = Outcome(plan, proved.proof)
    _compare_findings(workspace, outcome)
    return outcome


def prove_step(workspace: Workspace, step: Step) -> ProvedStep:
    """Plan and prove one step, and nothing else; raises RefusalsError with all reasons."""
    return ProvedStep(step, workspace, *_plan_proved(workspace, step, _find_asked(workspace, step)))


def _find_asked(workspace: Workspace, step: Step) -> list[tuple[Thing, Thing]]:
    asked: list[tuple[Thing, Thing]] = []
    for position, (source_text, target_text) in enumerate(step.pairs):
        try:
            asked += _find_pairs(workspace, source_text, target_text)
        except (CallError, RefusedError) as error:
            error.line = step.lines[position] if step.lines else 0
            raise
    return asked


def _plan_proved(
    workspace: Workspace, step: Step, asked: list[tuple[Thing, Thing]]
) -> tuple[ChangePlan, Proof, Foresight]:
    """Return a plan that holds, its proof and the graphs after it; raises RefusalsError with all reasons."""
    index = workspace.index
    generated = frozenset(workspace.generated_files())
    target = find_merge(workspace, asked)
    if target is not None:
        title = "merge " + ", ".join(str(source) for source, _ in asked) + f" into {target}"
        merged = plan_merge(workspace, [source for source, _ in asked], target, title)
        planned = _complete(workspace, step, merged)
        if planned[1].refusals:
            raise RefusalsError(planned[1].refusals)
        return planned
    pairs = [whole for pair in asked for whole in as_whole_file(index, *pair)]
    relocation = map_relocation(index, pairs, [*workspace.fixed_files(), *generated])
    relocation = replace(relocation, drops_reexports=step.drops_reexports)
    title = "move " + ", ".join(f"{s} to {t}" if s != t else f"{s} where it stands" for s, t in asked[:3])
    if len(asked) > 3:
        title += f" and {len(asked) - 3} more"
    planned = _plan_whole(workspace, step, relocation, title, generated)
    refusals = planned[1].refusals
    if any(refusal.code == CYCLE for refusal in refusals) and not step.drops_reexports:
        with suppress(RefusedError):
            again = replace(relocation, drops_reexports=True)
            second = _plan_whole(workspace, step, again, title, generated)
            if not second[1].refusals:
                return second
            if not any(refusal.code == CYCLE for refusal in second[1].refusals):
                refusals = second[1].refusals
    if refusals:
        raise RefusalsError(refusals)
    return planned


def _with_whole_set(
    workspace: Workspace, step: Step, asked: list[tuple[Thing, Thing]], error: RefusalsError
) -> RefusalsError:
    """Return an error that names the whole set which could move together, where there is one."""

    def plan(pairs: list[tuple[Thing, Thing]]) -> None:
        _plan_proved(workspace, step, pairs)

    together = find_whole_set(workspace.index, asked, error.refusals, plan)
    if not together:
        return error
    more = ", ".join(str(source) for source, _ in together[len(asked) :])
    command = write_command(together)
    todo = f"it can move together with {more}: " + (
        f"`{command}`" if command else "as one step of a move list"
    )
    return RefusalsError(error.refusals, todo)


def _find_pairs(workspace: Workspace, source_text: str, target_text: str | None) -> list[tuple[Thing, Thing]]:
    """Return what a move names, and where it goes; raises where something is not there."""
    index = workspace.index
    everywhere = find_namespace(index, source_text, target_text, workspace.here)
    if everywhere:
        return everywhere
    source = find_thing(index, source_text, workspace.here)
    if target_text is None:
        return [(source, home_target(workspace, source))]
    return [(source, find_target(index, source, target_text, workspace.here))]


def _plan_whole(
    workspace: Workspace, step: Step, relocation: Relocation, title: str, generated: frozenset[str]
) -> tuple[ChangePlan, Proof, Foresight]:
    """Return the plan of a step with all its files, and its proof."""
    return _complete(workspace, step, plan_relocation(workspace.index, relocation, title, generated))


def _complete(workspace: Workspace, step: Step, plan: ChangePlan) -> tuple[ChangePlan, Proof, Foresight]:
    """Return a plan with all its files, configuration and templates included, and its proof."""
    index = workspace.index
    foresight = foresee_without_empty(index, plan)
    plan_texts(index, plan, foresight.views, workspace.layout, step.written_in)
    plan_handlers(index, plan, foresight.views, _RouteLines(workspace))
    plan_templates(index, plan)
    plan_name_pairs(index, plan, foresight.views)
    check_lines(index, (*step.homes, *step.domains))
    plan_own_files(index, plan, step.homes, step.domains)
    if step.leaves_forwarding:
        plan_forwarding(index, plan, foresight.views)
    for change in plan.files:
        check_path(change.new or change.old)
    return plan, prove(index, plan, foresight), foresight


class _RouteLines:
    """Tells which lines declare routes; the table is read when first asked for."""

    def __init__(self, workspace: Workspace) -> None:
        self._workspace = workspace

    @cached_property
    def _answering(self) -> dict[str, set[str]]:
        """The files that answer the routes which each line declares."""
        found: dict[str, set[str]] = {}
        for row in route_table(self._workspace).routes:
            found.setdefault(row.declared, set()).add(row.unit)
        return found

    def __call__(self, unit: str, line: int, moved: frozenset[str]) -> bool:
        return not moved.isdisjoint(self._answering.get(f"{unit}:{line}", ()))


def home_target(workspace: Workspace, source: Thing) -> Thing:
    """Return the home that the layout gives a unit or definition; raises where it has none."""
    layout = workspace.layout
    if not layout.present:
        raise CallError(
            "has no home without a yandrel.toml", where=str(source),
            todo="name a TARGET, or write a layout down with `yandrel adopt`",
        )  # fmt: skip
    if source.is_folder:
        raise CallError("is a folder, and only files have homes", where=str(source), todo="name a TARGET")
    picture = workspace.picture
    reading = picture.readings.get(source.path)
    if reading is None:
        raise CallError("has no role", where=str(source), todo="name a TARGET")
    role = reading.evident or reading.role
    if source.name:
        role = dict(reading.definition_roles).get(source.name, "") or role
    if role not in layout.roles:
        raise CallError("has no role that the layout knows", where=str(source), todo="name a TARGET")
    home = find_home(picture, source.path, role, source.name)
    if not home:
        pattern = layout.roles[role].homes[0].text if layout.roles[role].homes else "none"
        raise CallError(f"its home {pattern} cannot be filled in", where=str(source), todo="name a TARGET")
    if home == source.path and source.path not in workspace.index.view(source.path).misnamed_namespaces():
        raise RefusedError("is at home already", where=str(source))
    return Thing(home, source.name)


def _compare_findings(workspace: Workspace, outcome: Outcome) -> None:
    """Say which findings a change would add or end, judged on the texts as they would be.

    Only the units that the change reaches are judged again, and the application as a whole.
    """
    before: Judged = judge(workspace)
    index = workspace.index
    moved = {c.old: c.new for c in outcome.plan.files if c.old and c.old != c.new}
    reached = outcome.proof.affected | {c.old for c in outcome.plan.files if c.old}
    after = _index_after(index, outcome)
    layout = _layout_after(workspace, outcome)
    known = recalled_readings(workspace, reached) if layout is workspace.layout else None
    picture = take_picture(after, layout, known)
    fresh = [c.new for c in outcome.plan.files if c.new]
    units = dict.fromkeys([*(moved.get(unit, unit) for unit in reached), *fresh])
    same = outcome.proof.loads_as_before
    rules = [r for r in load_rules() if not r.last and not (same and r.name == "import-cycle")]
    judged = run_rules(picture, rules, [u for u in units if u in picture.readings])
    old_keys = {finding.key for finding in before.findings}
    expected = {_moved_key(finding, moved) for finding in before.findings}
    new_keys = {finding.key for finding in judged.findings}
    outcome.added = [f for f in judged.findings if f.key not in old_keys and f.key not in expected]
    wholes = {rule.name for rule in rules if rule.whole}
    outcome.ended = [
        f
        for f in before.findings
        if (f.rule in wholes or (f.unit in reached and f.rule != "import-cycle"))
        and f.key not in new_keys
        and _moved_key(f, moved) not in new_keys
    ]
    _leave_out_what_came_along(outcome)
    outcome.added = [replace(finding, command="") for finding in outcome.added]


def _layout_after(workspace: Workspace, outcome: Outcome) -> Layout:
    """Return what yandrel.toml says with the change: another object where its roles or domains are others."""
    after = next((c.after for c in outcome.plan.files if c.new == CONFIG_NAME), None)
    layout = parse_layout(after, RULE_NAMES) if after is not None else workspace.layout
    same = layout.roles == workspace.layout.roles and layout.domains == workspace.layout.domains
    return workspace.layout if same else layout


def _index_after(index: CodeIndex, outcome: Outcome) -> CodeIndex:
    """Return the index that the proof has built, over the files as they would be."""
    return CodeIndex(
        index.root, index.tree, outcome.proof.facts, b"", dict(outcome.proof.views), index.projects,
        configured=index.configured, files=ChangedFiles(index.files, contents_after(outcome.plan.files)),
    )  # fmt: skip


def _leave_out_what_came_along(outcome: Outcome) -> None:
    """Count no finding as ended and added that only went along with the definition that it is about."""
    definitions = outcome.plan.relocation.definitions
    origins = {symbol.unit for symbol in definitions}
    places = {target.unit for target in definitions.values()}
    leaving = [f for f in outcome.ended if f.unit in origins]
    for finding in [f for f in outcome.added if f.unit in places]:
        told = (finding.rule, finding.target, finding.message)
        old = next((f for f in leaving if (f.rule, f.target, f.message) == told), None)
        if old is not None:
            leaving.remove(old)
            outcome.ended.remove(old)
            outcome.added.remove(finding)


def _moved_key(finding: Finding, moved: dict[str, str]) -> str:
    unit = moved.get(finding.unit, finding.unit)
    path, colon, name = finding.target.partition(":")
    target = moved.get(path, path) + colon + name
    return finding.key.replace(finding.unit, unit, 1).replace(f"-> {finding.target}", f"-> {target}", 1)


def _merge(last: Outcome | None, outcome: Outcome) -> Outcome:
    if last is None:
        return outcome
    outcome.plan.files = last.plan.files + outcome.plan.files
    outcome.plan.notes = last.plan.notes + outcome.plan.notes
    outcome.plan.rewrite.carried.update(last.plan.rewrite.carried)
    outcome.plan.rewrite.statements[:0] = last.plan.rewrite.statements
    ended = {f.key for f in outcome.ended}
    added = {f.key for f in outcome.added}
    outcome.added = [f for f in last.added if f.key not in ended] + outcome.added
    outcome.ended = [f for f in last.ended if f.key not in added] + outcome.ended
    return outcome


def _report(outcome: Outcome, number: int, diff: str, steps: int, output: str = "") -> MoveReport:
    plan = outcome.plan
    return MoveReport(
        version=FORMAT_VERSION,
        done=number > 0,
        number=number,
        title=plan.title,
        files=[ChangedFile(c.old, c.new, c.edits) for c in plan.files],
        carried=[
            *(f"{old.unit}:{old.name}" for old in plan.rewrite.carried),
            *(f"{unit}: {text}" for unit, text in plan.rewrite.statements),
        ],
        notes=sorted(
            {_at_its_new_place(note, plan) for note in plan.notes},
            key=lambda n: (n.rank, n.unit, n.line, n.text, n.why),
        ),
        findings_added=outcome.added,
        findings_ended=outcome.ended,
        diff=diff,
        steps=steps,
        command_output=output,
        routes=outcome.routes,
    )


def _at_its_new_place(note: Note, plan: ChangePlan) -> Note:
    """Return a note with the path that its file has now; one that something else goes to is that already."""
    new = plan.relocation.units.get(note.unit, note.unit)
    if new == note.unit or not new or note.unit in plan.relocation.units.values():
        return note
    return structs.replace(note, unit=new)

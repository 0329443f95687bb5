"""Results of the use cases: plain values that renderers turn into text, JSON or pictures."""

from msgspec import Struct

from yandrel.model.changes import Note
from yandrel.model.routes import Route

FORMAT_VERSION = 1


class RoleCount(Struct, frozen=True):
    """One row of a survey's roles; of its units, `certain` have the role beyond doubt."""

    role: str
    units: int
    definitions: int
    lines: int
    folders: int
    certain: int = 0


class DomainRow(Struct, frozen=True):
    """One domain: its units by role, how far they are spread, its actions, and how many routes it answers."""

    domain: str
    units: int
    spread: int
    roles: dict[str, int]
    actions: list[str]
    routes: int = 0


class UnitRow(Struct, frozen=True):
    """One unit, with the reasons for its role and how likely that is, from 0 to 1."""

    unit: str
    role: str
    domain: str
    definitions: int
    lines: int
    why: list[str]
    chance: float = 1.0


class Place(Struct, frozen=True):
    """A place in a file and what is to be said of it."""

    unit: str
    line: int
    text: str


class Crowd(Struct, frozen=True):
    """A crowded folder or unit."""

    place: str
    count: int
    what: str


class SurveyReport(Struct, frozen=True):
    """The survey of an application; `kinds` counts the files that are not its own server code.

    `routes_reaching` are the routes that are answered in files which read stored data past the services.
    `arrived` are the files in the folder of their domain, `waiting` those in an older home without one.
    """

    version: int
    name: str
    languages: dict[str, int]
    units: int
    definitions: int
    lines: int
    imports: int
    routes: int
    arrangement: str
    because: list[str]
    roles: list[RoleCount]
    domains: list[DomainRow]
    without_role: int
    without_domain: int
    mean_spread: float
    crowded: list[Crowd]
    top_level: list[str]
    newcomer: str
    unguarded: list[str]
    problems: list[Place]
    advice: list[str]
    has_layout: bool
    units_listed: list[UnitRow] = []
    generated: int = 0
    routes_uncertain: int = 0
    frameworks: list[str] = []
    kinds: dict[str, int] = {}
    routes_reaching: int = 0
    arrived: int = 0
    waiting: int = 0


class DomainFigures(Struct, frozen=True):
    """The figures of one domain: files, folders that hold them, imports of and by other domains."""

    files: int
    spread: int
    imports: int
    imported: int


class Figures(Struct, frozen=True):
    """The figures of an application, tests and migrations apart.

    `covered` counts the files that the rules say something of, `crossings` the imports between domains,
    `crowded_folders` the folders with more than 30 files, `roles` the files by role.
    """

    arrangement: str
    files: int
    lines: int
    with_role: int
    covered: int
    routes: int
    mean_spread: float
    crossings: int
    crowded_folders: int
    roles: dict[str, int]
    domains: dict[str, DomainFigures]


class SurveyComparison(Struct, frozen=True):
    """The figures of an application `then` and `now`: at a git revision and as it is.

    Where it is a `forecast`, `then` is as it is, and `now` as it would be with another layout.
    """

    version: int
    name: str
    against: str
    then: Figures
    now: Figures
    forecast: bool = False


class RouteFault(Struct, frozen=True):
    """One fault of the route table: rule, place, what is wrong, what to do, and the path."""

    rule: str
    unit: str
    line: int
    message: str
    todo: str
    path: str


class RouteChange(Struct, frozen=True):
    """One difference of two tables: `what` is "added", "gone", "handler", "guards" or "order"."""

    what: str
    method: str
    pattern: str
    before: str = ""
    after: str = ""


class ProposedDomain(Struct, frozen=True):
    """One domain: its files and folders, the words that name it beside its own, the patterns of yandrel.toml.

    `told` counts the files by what told them, `examples` are some of them.
    """

    name: str
    files: int
    folders: int
    words: list[str]
    patterns: list[str]
    told: dict[str, int]
    examples: list[str]


class DomainsReport(Struct, frozen=True):
    """The domains that names tell, of `files` in all; how many files are shared, and how many in none."""

    version: int
    name: str
    domains: list[ProposedDomain]
    files: int
    shared: int
    none: int
    none_examples: list[str]


class RoutesReport(Struct, frozen=True):
    """The routes that were asked for, of `total`; with the faults of the table, and what changed `against`.

    `looked_for` are the frameworks that were looked for in vain, `cut` says that the reading was cut,
    `failed` where it failed by a fault of Yandrel's own.
    """

    version: int
    name: str
    routes: list[Route]
    total: int
    uncertain: int
    frameworks: list[str]
    faults: list[RouteFault]
    changes: list[RouteChange] = []
    against: str = ""
    cut: bool = False
    looked_for: list[str] = []
    failed: list[str] = []


class Finding(Struct, frozen=True):
    """One place where the code and the layout disagree.

    `key` is stable when lines shift; `group` is equal for findings of one cause. `command` would end it,
    and `ends` findings in all while it adds `adds`; where there is none, `mend` is what a person must do.
    `untried` says that there may be a command that was not planned yet.
    """

    rule: str
    unit: str
    line: int
    target: str
    message: str
    code: str
    law: str
    mend: str
    key: str
    group: str
    command: str = ""
    ends: int = 0
    adds: int = 0
    untried: bool = False


class FixRow(Struct, frozen=True):
    """A command that ends findings, and how many it adds."""

    command: str
    ends: int
    adds: int


class Suppressed(Struct, frozen=True):
    """A finding that does not count: it was "accepted", or is "excepted" for a reason."""

    finding: Finding
    how: str
    why: str


class CheckReport(Struct, frozen=True):
    """The findings of a check.

    Where it is compared `against` a git revision, only those that came since are listed; `ended` are the
    keys of those that are gone since. `staged` says that git's index was judged. `suppressed` is filled only
    for a format that shows them.
    """

    version: int
    units: int
    imports: int
    rules: list[str]
    findings: list[Finding]
    accepted: int
    paid_off: list[str]
    excepted: int
    off: list[str]
    problems: list[Place]
    has_layout: bool
    written: str = ""
    covered: int = 0
    against: str = ""
    ended: list[str] = []
    fixes: list[FixRow] = []
    staged: bool = False
    suppressed: list[Suppressed] = []


class ApplicationCheck(Struct, frozen=True):
    """The check of one of several applications; `folder` is its root below the top, empty for the top."""

    folder: str
    report: CheckReport


class CheckAllReport(Struct, frozen=True):
    """The checks of all applications of a checkout."""

    version: int
    applications: list[ApplicationCheck]


class ChangedFile(Struct, frozen=True):
    """One file of a change; `old` is empty for a new file, `new` for one that is gone."""

    old: str
    new: str
    edits: int


class RouteEffect(Struct, frozen=True):
    """The route table before and after a change: how many routes, and what differs."""

    before: int
    after: int
    changes: list[RouteChange]


class MoveReport(Struct, frozen=True):
    """The result of a move, or of its preview; `routes` is None where the tables were not compared."""

    version: int
    done: bool
    number: int
    title: str
    files: list[ChangedFile]
    carried: list[str]
    notes: list[Note]
    findings_added: list[Finding]
    findings_ended: list[Finding]
    diff: str = ""
    steps: int = 1
    command_output: str = ""
    routes: RouteEffect | None = None


class PlannedMove(Struct, frozen=True):
    """One file on the way to another layout: its domain and role, whether these are certain, and why."""

    source: str
    target: str
    domain: str
    role: str
    certain: bool
    why: str


class BlockedMove(Struct, frozen=True):
    """One file that belongs elsewhere and cannot go: the reasons, each with what would have to change."""

    source: str
    target: str
    domain: str
    reasons: list[str]


class RegroupStep(Struct, frozen=True):
    """All that moves of one domain.

    `folders_before` and `folders_after` count the folders that hold the domain's files. `number` is that of
    the change where it was carried out, else 0.
    """

    domain: str
    moves: list[PlannedMove]
    folders_before: int
    folders_after: int
    number: int = 0


class RegroupReport(Struct, frozen=True):
    """The way of an application to another layout: forecast, or carried out as far as `done` steps.

    `stays` are the files that the layout has no place for or whose place is not told, by the reason.
    `cycles_before` and `cycles_after` are the domains that import each other in a circle. `verdict` says
    whether it pays. `edits` counts the places that are rewritten, in `edited` files. `written` is the file
    with the move list, if one was asked for. `stored` are models that change their application, with what
    the migration must say.
    """

    version: int
    name: str
    to: str
    steps: list[RegroupStep]
    blocked: list[BlockedMove]
    stays: dict[str, list[str]]
    at_home: int
    before: Figures
    after: Figures
    cycles_before: list[list[str]]
    cycles_after: list[list[str]]
    homes: dict[str, list[str]]
    verdict: str
    edits: int
    edited: int
    routes: RouteEffect | None = None
    written: str = ""
    done: int = 0
    command_output: str = ""
    stored: list[Note] = []


class DomainFile(Struct, frozen=True):
    """One file of a domain: its role, its lines, and the types and functions that it defines."""

    unit: str
    role: str
    lines: int
    definitions: list[str]


class DomainTie(Struct, frozen=True):
    """Another domain with the imports between it and the one that is shown, and the files in which they are.

    `past_doors` counts the imports that do not go through a door, where yandrel.toml names doors.
    """

    domain: str
    imports: int
    places: list[str]
    past_doors: int


class DomainReport(Struct, frozen=True):
    """Everything of one domain: `shared` are files without a domain of their own that it uses.

    `alone` are those of them that no other domain uses.
    """

    version: int
    application: str
    name: str
    files: list[DomainFile]
    tests: list[str]
    routes: list[str]
    actions: list[str]
    folders: list[str]
    uses: list[DomainTie]
    used_by: list[DomainTie]
    shared: list[str]
    alone: list[str]


class DomainNeed(Struct, frozen=True):
    """One place outside of a domain that needs it: the line, what it names, and how the line reads."""

    unit: str
    line: int
    names: str
    code: str
    role: str


class DomainRemoval(Struct, frozen=True):
    """The removal of a domain: what goes, and what outside still needs it; `number` is that of the change.

    `cut` are the lines outside of it that go along.
    """

    version: int
    application: str
    name: str
    files: list[str]
    tests: list[str]
    routes: list[str]
    needs: list[DomainNeed]
    alone: list[str]
    cut: list[DomainNeed] = []
    number: int = 0
    diff: str = ""
    command_output: str = ""
    effect: RouteEffect | None = None


class Question(Struct, frozen=True):
    """Files of one folder whose role is not told: what they have in common, and roles that they may have."""

    folder: str
    files: list[str]
    common: str
    roles: list[str]


class AdoptReport(Struct, frozen=True):
    """The yandrel.toml that describes an application as it is."""

    version: int
    text: str
    written: str
    findings: int
    accepted: int


class HistoryRow(Struct, frozen=True):
    """One change that can be undone."""

    number: int
    time: str
    title: str
    files: int
    step: str = ""


class UndoReport(Struct, frozen=True):
    """The result of an undo, or the changes that can be undone."""

    version: int
    undone: list[HistoryRow]
    restored: list[str]
    history: list[HistoryRow]
    finished: int = 0
    diff: str = ""
    routes: RouteEffect | None = None


class LayoutRow(Struct, frozen=True):
    """One thing that the layout says, as TOML, and where it says so; `units` have that role."""

    section: str
    key: str
    value: str
    origin: str
    units: int = 0


class LayoutReport(Struct, frozen=True):
    """The layout in force, or the text of a built-in one."""

    version: int
    name: str
    rows: list[LayoutRow]
    text: str


class NewReport(Struct, frozen=True):
    """The result of `new`, or of its preview."""

    version: int
    done: bool
    number: int
    title: str
    files: list[ChangedFile]
    notes: list[str]
    next_steps: list[str]
    diff: str = ""
    command_output: str = ""
    routes: RouteEffect | None = None


class EditedRoute(Struct, frozen=True):
    """A route before and after a change: its path, and its new path or what it passes now."""

    method: str
    before: str
    after: str
    handler: str


class RouteEditReport(Struct, frozen=True):
    """The result of another prefix or guard for some routes, or of its preview; `same` counts the others.

    `summary` says in a sentence what is so now, or would be; `notes` are URLs that are written out elsewhere.
    """

    version: int
    done: bool
    number: int
    title: str
    summary: str
    rows: list[EditedRoute]
    same: int
    files: list[ChangedFile]
    notes: list[Note]
    diff: str = ""
    command_output: str = ""


class PieceRow(Struct, frozen=True):
    """One piece of a crowded file: its lines, and where it goes, or why it stays."""

    name: str
    kind: str
    role: str
    line: int
    last_line: int
    target: str
    stays: str
    routes: list[str]


class MixedRow(Struct, frozen=True):
    """A handler that does data work itself: lines of both; why it cannot be lifted, if so."""

    name: str
    line: int
    requests: list[list[int]]
    data: list[list[int]]
    why_not: str


class SplitReport(Struct, frozen=True):
    """The pieces of a crowded file, and the result of a split or of its preview."""

    version: int
    done: bool
    number: int
    title: str
    unit: str
    framework: str
    pieces: list[PieceRow]
    routers: dict[str, str]
    mixed: list[MixedRow]
    files: list[ChangedFile]
    notes: list[Note]
    diff: str = ""
    command_output: str = ""
    routes: RouteEffect | None = None


class NarrowType(Struct, frozen=True):
    """One part of a wide type: its methods, and the units that need nothing else."""

    name: str
    methods: list[str]
    users: list[str]


class TypeSplitReport(Struct, frozen=True):
    """The cut of a wide type; `whole` are the files that still need all of it."""

    version: int
    done: bool
    number: int
    title: str
    unit: str
    type_name: str
    by: str
    shared: list[str]
    parts: list[NarrowType]
    whole: list[str]
    files: list[ChangedFile]
    diff: str = ""
    command_output: str = ""

"""The way to another layout, to be read: the gain, the domains, what stays, and what to do next."""

from yandrel.model.results import BlockedMove, RegroupReport, RegroupStep
from yandrel.render.protocol import Style, plural_of, table, wrap
from yandrel.render.route_effect import render_route_effect

SHOWN_STEPS = 14
SHOWN_BLOCKED = 6
SHOWN_REASONS = 5
SHOWN_FILES = 3
SHOWN_STORED = 3


def render_regroup(report: RegroupReport, style: Style) -> str:
    """Return the forecast, or the account of what was done."""
    out = [style.strong(line) for line in wrap(_headline(report), style.width, "  ", "")]
    if report.steps:
        out += ["", *table(_figures(report), ["", "now", "then"], {1, 2})]
        out += ["", *_steps(report, style)]
        places = plural_of(report.edits, "reference")
        out += [f"  {places} in {plural_of(report.edited, 'file')} are rewritten."]
        out += render_route_effect(report.routes, style)
    out += _shared(report, style)
    out += _stored(report, style)
    out += _blocked(report, style)
    out += _stays(report, style)
    out += ["", *_next(report, style)]
    return "\n".join(out).rstrip("\n") + "\n"


def _stored(report: RegroupReport, style: Style) -> list[str]:
    """Return the stored models that change their application, the first of them in full."""
    if not report.stored:
        return []
    count = plural_of(len(report.stored), "stored model")
    out = ["", style.strong(f"Needs migrations ({count})")]
    for note in report.stored[:SHOWN_STORED]:
        out += wrap(f"{note.unit}: {note.text}: {note.why}", style.width, "      ", "  ")
    if len(report.stored) > SHOWN_STORED:
        out.append(f"  … and {len(report.stored) - SHOWN_STORED} more; --format json has them all")
    return out


def render_regroup_files(report: RegroupReport, style: Style) -> str:
    """Return every file with its place, by domain, before the forecast."""
    out: list[str] = []
    for step in report.steps:
        out.append(style.strong(f"{step.domain} ({plural_of(len(step.moves), 'move')})"))
        for move in step.moves:
            sure = "" if move.certain else "likely: "
            out.append(style.fit(f"  {move.source} -> {move.target}"))
            out.append(style.faint(style.fit(f"      {move.role}; {sure}{move.why}")))
        out.append("")
    return "\n".join(out) + render_regroup(report, style)


def _headline(report: RegroupReport) -> str:
    moves = [move for step in report.steps for move in step.moves]
    parts = sum(":" in move.source for move in moves)
    files = len(moves) - parts
    head = f"{report.name}, {report.before.arrangement}"
    if not moves:
        return f"{head}: nothing would move to {report.to}: {report.verdict}."
    domains = sum(step.domain in report.before.domains for step in report.steps)
    what = [plural_of(files, "file")] * bool(files) + [plural_of(parts, "definition")] * bool(parts)
    moved = f"{' and '.join(what)} of {plural_of(domains, 'domain')}"
    verb = "moved to" if report.done else "would move to"
    return f"{head}: {moved} {verb} {report.to}; {report.verdict}."


def _figures(report: RegroupReport) -> list[list[str]]:
    before, after = report.before, report.after
    rows: list[tuple[str, float, float]] = [
        ("folders a domain, on average", before.mean_spread, after.mean_spread),
        ("imports across domains", before.crossings, after.crossings),
        (
            "domains that import each other in a circle",
            _circled(report.cycles_before),
            _circled(report.cycles_after),
        ),
        ("folders with over 30 files", before.crowded_folders, after.crowded_folders),
    ]
    return [[name, f"{one:,}", f"{other:,}"] for name, one, other in rows]


def _circled(cycles: list[list[str]]) -> int:
    return sum(len(group) for group in cycles)


def _steps(report: RegroupReport, style: Style) -> list[str]:
    rows = [_row(step) for step in report.steps[:SHOWN_STEPS]]
    lines = table(rows, ["domain", "moves", "folders", "to"], {1})
    lines = [style.fit(line) for line in lines]
    more = report.steps[SHOWN_STEPS:]
    if more:
        files = sum(len(step.moves) for step in more)
        lines.append(f"  … and {plural_of(len(more), 'more step')} with {plural_of(files, 'move')}")
    return lines


def _row(step: RegroupStep) -> list[str]:
    told = step.folders_before and step.domain != "shared"
    folders = f"{step.folders_before} -> {step.folders_after}" if told else ""
    places = dict.fromkeys(move.target.rpartition("/")[0] for move in step.moves if move.role != "test")
    first = min(places, key=len, default="")
    more = f" and {len(places) - 1} more" if len(places) > 1 else ""
    return [step.domain, str(len(step.moves)), folders, f"{first}/{more}"]


def _shared(report: RegroupReport, style: Style) -> list[str]:
    moves = [move for step in report.steps for move in step.moves if move.domain == "shared"]
    if not moves:
        return []
    out = ["", style.strong(f"Shared ({plural_of(len(moves), 'file')})")]
    out += [style.fit(f"  {move.source}: {move.why}") for move in moves[:SHOWN_BLOCKED]]
    if len(moves) > SHOWN_BLOCKED:
        out.append(f"  … and {len(moves) - SHOWN_BLOCKED} more; --files shows them")
    return out


def _blocked(report: RegroupReport, style: Style) -> list[str]:
    if not report.blocked:
        return []
    noun = "move" if any(":" in blocked.source for blocked in report.blocked) else "file"
    out = ["", style.strong(f"Cannot move yet ({plural_of(len(report.blocked), noun)})")]
    for blocked in report.blocked[:SHOWN_BLOCKED]:
        out += _reasons(blocked, style)
    if len(report.blocked) > SHOWN_BLOCKED:
        out.append(f"  … and {len(report.blocked) - SHOWN_BLOCKED} more; --format json has them all")
    return out


def _reasons(blocked: BlockedMove, style: Style) -> list[str]:
    out = [style.fit(f"  {blocked.source} -> {blocked.target}")]
    out += wrap(blocked.reasons[0], style.width, "      ", "      ")
    if len(blocked.reasons) > 1:
        out.append(f"      and {plural_of(len(blocked.reasons) - 1, 'more reason')}")
    return out


def _stays(report: RegroupReport, style: Style) -> list[str]:
    if not report.stays and not report.at_home:
        return []
    count = sum(len(units) for units in report.stays.values())
    verb = "is" if report.at_home == 1 else "are"
    home = f"; {report.at_home} {verb} there already" if report.at_home else ""
    out = ["", style.strong(f"Stays where it is ({plural_of(count, 'file')}{home})")]
    ordered = sorted(report.stays.items(), key=lambda item: (-len(item[1]), item[0]))
    for why, units in ordered[:SHOWN_REASONS]:
        names = ", ".join(units[:SHOWN_FILES]) + (", …" if len(units) > SHOWN_FILES else "")
        out.append(style.fit(f"  {len(units):>3}  {why}: {names}"))
    if len(ordered) > SHOWN_REASONS:
        rest = sum(len(units) for _, units in ordered[SHOWN_REASONS:])
        out.append(f"  {rest:>3}  for {plural_of(len(ordered) - SHOWN_REASONS, 'other reason')}")
    return out


def _next(report: RegroupReport, style: Style) -> list[str]:
    if report.done:
        first = report.steps[0].number
        steps = plural_of(report.done, "step")
        back = "`yandrel undo`" if report.done == 1 else f"`yandrel undo --to {first}`"
        return [f"Done in {steps}; {back} takes all of it back. Next: `yandrel check`"]
    if report.written:
        return [f"The moves are in {report.written}. Next: `yandrel move --list {report.written}`"]
    if not report.steps:
        return ["Next: `yandrel survey` shows the roles and domains that are told"]
    return wrap(
        f"Next: `yandrel regroup --to {report.to} --write-list moves.toml` writes the moves down, to edit; "
        "`--carry-out` makes them, each domain a step that can be undone alone.",
        style.width, "  ", "",
    )  # fmt: skip


__all__ = ["render_regroup", "render_regroup_files"]

"""Render what became of the route table in a change."""

from yandrel.model.results import RouteChange, RouteEditReport, RouteEffect
from yandrel.render.protocol import Style, plural_of, wrap

SHOWN_CHANGES = 8
SHOWN_NOTES = 20
SHOWN_ROWS = 20


def render_route_effect(effect: RouteEffect | None, style: Style) -> list[str]:
    """Return the lines that say whether the table is the same, and what differs."""
    if effect is None or not (effect.before or effect.after):
        return []
    if not effect.changes:
        return [f"  {plural_of(effect.before, 'route')} before and after, the same."]
    count = plural_of(len(effect.changes), "difference")
    lines = ["", style.strong(f"Routes: {effect.before} before, {effect.after} after, {count}")]
    lines += [style.fit("  " + change_line(change)) for change in effect.changes[:SHOWN_CHANGES]]
    if len(effect.changes) > SHOWN_CHANGES:
        lines.append(f"  … and {len(effect.changes) - SHOWN_CHANGES} more")
    return lines


def change_line(change: RouteChange) -> str:
    """Return one difference of two tables in a line."""
    text = f"{change.what:<8} {change.method:<6} {change.pattern}"
    if change.before and change.after:
        return f"{text}   {change.before} -> {change.after}"
    return f"{text}   {change.before or change.after}".rstrip()


def render_route_edit(report: RouteEditReport, style: Style) -> str:
    """Return what another prefix or guard changed, and what is left to do by hand."""
    out = [] if report.done else [report.diff.rstrip("\n"), ""]
    out.append(style.strong(f"{report.summary}."))
    out += [style.fit(f"    changed  {file.new}") for file in report.files]
    out += ["", *_rows(report, style)]
    if report.notes:
        out += ["", style.strong(f"Written out elsewhere ({plural_of(len(report.notes), 'file')})")]
        for note in report.notes[:SHOWN_NOTES]:
            out += wrap(f"{note.where}  {note.text}: {note.why}", style.width, "    ", "  ")
        if len(report.notes) > SHOWN_NOTES:
            out.append(f"  … and {len(report.notes) - SHOWN_NOTES} more")
    if report.done:
        out += ["", f"`yandrel undo` takes it back (change {report.number})."]
    return "\n".join(out) + "\n"


def _rows(report: RouteEditReport, style: Style) -> list[str]:
    """Return the changed routes, each as it was and as it is, and how many are the same."""
    width = max(len(row.before) for row in report.rows)
    lines = [
        f"  {row.method:<7} {row.before.ljust(width)}  ->  {row.after}" for row in report.rows[:SHOWN_ROWS]
    ]
    if len(report.rows) > SHOWN_ROWS:
        lines.append(f"  … and {len(report.rows) - SHOWN_ROWS} more")
    if report.same:
        lines.append(
            "  The other route is the same."
            if report.same == 1
            else f"  The other {report.same} routes are the same."
        )
    return [style.fit(line) for line in lines]

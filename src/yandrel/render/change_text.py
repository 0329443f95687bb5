"""Moves, adoption and undo, to be read."""

from yandrel.model.results import AdoptReport, MoveReport, UndoReport
from yandrel.render.check_text import render_group
from yandrel.render.protocol import Style, plural_of, wrap
from yandrel.render.route_effect import render_route_effect

PAST = {"move": "Moved", "write": "Wrote", "merge": "Merged"}
SHOWN_FILES = 12
SHOWN_NOTES = 10
SHOWN_FINDINGS = 5


def render_move(report: MoveReport, style: Style) -> str:
    """Return what a move did, or the diff of what it would do with the summary after it."""
    out: list[str] = []
    if not report.done:
        out += [report.diff.rstrip("\n"), ""]
    moved = [f for f in report.files if f.old and f.new and f.old != f.new]
    rewritten = [f for f in report.files if f.edits and f.old]
    verb, _, what = report.title.partition(" ")
    if verb not in PAST:
        verb, what = "move", report.title
    done = PAST[verb] if report.done else f"Would {verb}"
    out += wrap(f"{style.strong(done)} {what}.", style.width + 8, "  ", "")
    steps = f" in {report.steps} steps" if report.steps > 1 else ""
    edits = sum(f.edits for f in report.files)
    parts = [f"{plural_of(len(moved), 'file')} moved"] if moved else []
    if rewritten:
        parts.append(f"{plural_of(len(rewritten), 'file')} rewritten in {plural_of(edits, 'place')}")
    new = [f for f in report.files if not f.old]
    if new:
        parts.append(f"{plural_of(len(new), 'new file')}")
    out.append(f"  {', '.join(parts)}{steps}.")
    out += _files(report, style)
    out += render_route_effect(report.routes, style)
    if report.carried:
        out += wrap("Moved along: " + ", ".join(report.carried), style.width)
    out += _notes(report, style)
    out += _findings(report, style)
    if report.done:
        out += ["", f"`yandrel undo` takes it back (change {report.number})."]
    return "\n".join(out) + "\n"


def _files(report: MoveReport, style: Style) -> list[str]:
    lines = []
    for file in report.files[:SHOWN_FILES]:
        if not file.old:
            text = f"new      {file.new}"
        elif not file.new:
            text = f"gone     {file.old}"
        elif file.old != file.new:
            text = f"moved    {file.old} -> {file.new}"
        else:
            text = f"changed  {file.new}"
        lines.append(style.fit(f"    {text}"))
    if len(report.files) > SHOWN_FILES:
        lines.append(f"    … and {len(report.files) - SHOWN_FILES} more files")
    return lines


def _notes(report: MoveReport, style: Style) -> list[str]:
    if not report.notes:
        return []
    lines = ["", style.strong(f"To look at by hand ({len(report.notes)})")]
    for note in report.notes[:SHOWN_NOTES]:
        lines += wrap(f"{note.where}  {note.text}  ({note.why})", style.width, "      ")
    if len(report.notes) > SHOWN_NOTES:
        lines.append(f"  … and {len(report.notes) - SHOWN_NOTES} more")
    return lines


def _findings(report: MoveReport, style: Style) -> list[str]:
    lines: list[str] = []
    if report.findings_ended:
        lines += ["", style.good(f"Ends {plural_of(len(report.findings_ended), 'finding')}")]
        lines += [style.fit(f"  {f.key}") for f in report.findings_ended[:SHOWN_FINDINGS]]
    if report.findings_added:
        lines += ["", style.bad(f"Adds {plural_of(len(report.findings_added), 'finding')}")]
        for finding in report.findings_added[:SHOWN_FINDINGS]:
            lines += [style.fit(f"  {finding.rule}"), *render_group([finding], style)]
        if len(report.findings_added) > SHOWN_FINDINGS:
            lines.append(f"  … and {len(report.findings_added) - SHOWN_FINDINGS} more")
    return lines


def render_adopt(report: AdoptReport, style: Style) -> str:
    """Return the layout that was written down, and what does not fit it."""
    out = [report.text.rstrip("\n"), ""]
    if not report.written:
        out.append(f"Nothing was written; {plural_of(report.findings, 'finding')} would not fit this.")
        return "\n".join(out) + "\n"
    out.append(style.strong(f"Wrote {report.written}."))
    if report.accepted:
        out.append(
            f"  {plural_of(report.accepted, 'finding')} accepted in yandrel.accepted.toml; "
            "only new ones will fail."
        )
    elif report.findings:
        one = report.findings == 1
        said = (
            f"{plural_of(report.findings, 'thing')} {'does' if one else 'do'} not fit: `yandrel check` shows "
            f"{'it' if one else 'them'}, `yandrel check --accept` takes "
            + ("it as it is." if one else "them as they are.")
        )
        out += wrap(said, style.width, "  ", "  ")
    else:
        out.append("  Everything fits: `yandrel check` is clean.")
    return "\n".join(out) + "\n"


def render_undo(report: UndoReport, style: Style) -> str:
    """Return what was taken back, or the changes that can be."""
    if report.finished:
        return f"Finished change {report.finished}.\n"
    if report.diff:
        return f"{report.diff}\nWould take back change {report.history[0].number}.\n"
    if not report.undone:
        if not report.history:
            return "No change that could be undone.\n"
        lines = [style.strong(f"{plural_of(len(report.history), 'change')}, newest first")]
        for row in report.history:
            time = row.time.replace("T", " ")[:16]
            text = f"{row.number:>4}  {time}  {row.title} ({plural_of(row.files, 'file')})"
            lines += wrap(text, style.width, " " * 26, "")
        lines += ["", "`yandrel undo --to N` takes back all from change N on."]
        return "\n".join(lines) + "\n"
    lines = []
    for row in report.undone:
        lines += wrap(f"Took back change {row.number}: {row.title}.", style.width, "  ", "")
    lines.append(f"  {plural_of(len(report.restored), 'file')} as before, to the byte.")
    lines += render_route_effect(report.routes, style)
    return "\n".join(lines) + "\n"

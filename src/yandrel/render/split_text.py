"""Render the pieces of a crowded file and their homes as text."""

from collections import Counter

from yandrel.model.results import PieceRow, SplitReport, TypeSplitReport
from yandrel.render.protocol import Style, plural_of, table, wrap
from yandrel.render.route_effect import render_route_effect

NO_ROLE = "no role"


def render_split(report: SplitReport, style: Style) -> str:
    """Return the table of pieces with their homes, what stays, and what to do next."""
    out: list[str] = []
    if report.diff:
        out += [report.diff.rstrip("\n"), ""]
    going = [piece for piece in report.pieces if piece.target]
    places = len({piece.target for piece in going})
    roles = Counter(piece.role or NO_ROLE for piece in report.pieces)
    held = ", ".join(f"{count} {role}" for role, count in roles.most_common())
    word = "went" if report.done else "can go"
    head = f"{report.unit} holds {plural_of(len(report.pieces), 'piece')}; {len(going)} {word} to "
    out += wrap(style.strong(head + plural_of(places, "file") + "."), style.width + 8, "  ", "")
    out += [*wrap(held, style.width), ""]
    rows = [[_span(p.line, p.last_line), p.name, p.role or NO_ROLE, p.target] for p in going]
    out += [style.fit(line) for line in table(rows, ["lines", "piece", "role", "goes to"], {0})]
    if report.routers:
        out += ["", style.strong("Routes")]
        out += [style.fit(f"  {name} is mounted {_under(prefix)}") for name, prefix in report.routers.items()]
    out += _staying(report, style)
    out += _mixed(report, style)
    if report.notes:
        out += ["", style.strong(f"To look at by hand ({len(report.notes)})")]
        for note in report.notes[:10]:
            out += wrap(f"{note.where}  {note.text}  ({note.why})", style.width, "      ")
    out += render_route_effect(report.routes, style)
    if report.done:
        out += ["", f"`yandrel undo` takes it back (change {report.number})."]
    else:
        out += ["", "Nothing was changed. --preview shows the diff, --carry-out does it."]
    return "\n".join(out) + "\n"


def _under(prefix: str) -> str:
    return f"under {prefix}" if prefix else "without a prefix"


def _staying(report: SplitReport, style: Style) -> list[str]:
    staying = [piece for piece in report.pieces if not piece.target]
    if not staying:
        return []
    lines = ["", style.strong(f"Stays in {report.unit}")]
    groups: dict[str, list[PieceRow]] = {}
    for piece in staying:
        groups.setdefault(piece.stays, []).append(piece)
    for why, pieces in groups.items():
        names = ", ".join(piece.name for piece in pieces)
        lines += wrap(f"{names}: {why}", style.width, "      ", "  ")
    return lines


def _mixed(report: SplitReport, style: Style) -> list[str]:
    if not report.mixed:
        return []
    lines = ["", style.strong("Handlers that do data work themselves")]
    for row in report.mixed:
        text = f"{row.name}: request in {_lines(row.requests)}, data in {_lines(row.data)}"
        tail = f"; stays whole: {row.why_not}" if row.why_not else "; --deep lifts it into a service"
        lines += wrap(text + tail, style.width, "      ", "  ")
    return lines


def _lines(ranges: list[list[int]]) -> str:
    return ", ".join(_span(first, last) for first, last in ranges)


def _span(first: int, last: int) -> str:
    return f"{first}-{last}" if first != last else str(first)


def render_type_split(report: TypeSplitReport, style: Style) -> str:
    """Return the parts of a wide type, who does with which, and what to do next."""
    out: list[str] = []
    if report.diff:
        out += [report.diff.rstrip("\n"), ""]
    count = sum(len(part.methods) for part in report.parts) + len(report.shared)
    word = "was cut" if report.done else "can be cut"
    head = f"{report.type_name} has {plural_of(count, 'method')}; by {report.by} it {word} into "
    head += f"{len(report.parts)}."
    out += [style.strong(head), ""]
    for part in report.parts:
        out += wrap(f"{part.name}: {', '.join(part.methods)}", style.width, "      ", "  ")
        for user in part.users:
            out.append(style.fit(f"      needs no more: {user}"))
    if report.shared:
        out += wrap(
            f"{report.type_name}Base, shared: {', '.join(report.shared)}", style.width, "      ", "  "
        )
    whole = ", ".join(report.whole)
    tail = f", for {whole}" if whole else ", for who needs it whole"
    out += [
        "",
        *wrap(f"{report.type_name} itself stays, as the sum of its parts{tail}.", style.width, "  ", ""),
    ]
    if report.done:
        out += [f"  {plural_of(len(report.files), 'file')} changed.", ""]
        out.append(f"`yandrel undo` takes it back (change {report.number}).")
    else:
        out += ["", "Nothing was changed. --preview shows the diff, --carry-out does it."]
    return "\n".join(out) + "\n"

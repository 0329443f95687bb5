"""The layout in force, to be read; a built-in one, to be pasted."""

from itertools import groupby

from yandrel.model.results import LayoutReport, LayoutRow
from yandrel.render.protocol import Style, plural_of


def render_layout(report: LayoutReport, style: Style) -> str:
    """Return a built-in layout's own text, or what is in force with its origins."""
    if report.text:
        return report.text
    roles = {row.key for row in report.rows if row.section == "roles"}
    arrows = sum(row.section == "imports" and row.key == "may" for row in report.rows)
    name = report.name or "This application"
    said = f"{plural_of(len(roles), 'role')} and {plural_of(arrows, 'arrow')}"
    lines = [style.strong(f"{name} is laid out in {said}.")]
    for section, rows in groupby(report.rows, key=lambda row: row.section):
        lines += ["", f"[{section}]"]
        lines += _section(list(rows), style)
    return "\n".join(lines) + "\n"


def _section(rows: list[LayoutRow], style: Style) -> list[str]:
    lines = []
    width = max(len(row.key) for row in rows)
    before = ""
    for row in rows:
        key = row.key if row.key != before else ""
        before = row.key
        units = plural_of(row.units, "unit") if key and row.section == "roles" else ""
        origin = "  ".join(part for part in (units, row.origin) if part)
        left = f"  {key:<{width}}  {row.value}"
        gap = style.width - len(left) - len(origin)
        if gap >= 2:
            lines.append(left + " " * gap + style.faint(origin))
        else:
            lines += [left, " " * max(style.width - len(origin), 4) + style.faint(origin)]
    return lines

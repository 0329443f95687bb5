"""Render findings one a line, for editors, search tools and annotations of builds."""

from yandrel.model.results import CheckReport
from yandrel.render.protocol import Style


def render_lines(report: CheckReport, _style: Style) -> str:
    """Return `path:line: rule: message` for each finding; a file as a whole is its first line."""
    return "".join(f"{f.unit}:{f.line or 1}: {f.rule}: {f.message}\n" for f in report.findings)

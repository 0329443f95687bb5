"""Render findings one a line, for editors, search tools and annotations of builds."""

from collections.abc import Iterable

from yandrel.model.results import CheckReport


def render_lines(reports: Iterable[tuple[str, CheckReport]]) -> str:
    """Return `path:line: rule: message` for each finding; a file as a whole is its first line.

    Each report comes with its application's folder below the top.
    """
    return "".join(
        f"{folder}/{f.unit}:{f.line or 1}: {f.rule}: {f.message}\n"
        if folder
        else f"{f.unit}:{f.line or 1}: {f.rule}: {f.message}\n"
        for folder, report in reports
        for f in report.findings
    )

"""Findings, to be read: those of one cause together."""

from collections.abc import Iterator

from yandrel.model.results import CheckAllReport, CheckReport, Finding
from yandrel.render.protocol import Style, plural_of, wrap

SHOWN_OF_A_GROUP = 3
SHOWN_PAID_OFF = 5
SHOWN_FIXES = 20


def render_check(report: CheckReport, style: Style, full: bool = False) -> str:
    """Return the findings: the answer in one line, each rule's findings, what to do next."""
    out = wrap(_headline(report, style), style.width, "  ", "")
    for rule, findings in _by_rule(report.findings):
        out += ["", style.strong(f"{rule}") + f"  {len(findings)}"]
        for group in _by_group(findings):
            out += render_group(group, style, full)
    out += _tail(report, style)
    return "\n".join(out) + "\n"


def render_checks(result: CheckAllReport, style: Style, full: bool = False) -> str:
    """Return the checks of several applications, one after the other, with those that failed at the end."""
    parts = []
    for application in result.applications:
        parts.append(style.strong(application.folder + "/" if application.folder else "./"))
        parts.append(render_check(application.report, style, full))
    failed = [a.folder or "." for a in result.applications if a.report.findings]
    count = len(result.applications)
    have = "has" if len(failed) == 1 else "have"
    tail = f"All {count} applications are clean."
    if failed:
        tail = f"{len(failed)} of {plural_of(count, 'application')} {have} findings: {', '.join(failed)}."
    return "\n".join([*parts, *wrap(tail, style.width, "  ", "")]) + "\n"


def _headline(report: CheckReport, style: Style) -> str:
    looked = f"{plural_of(report.units, 'file')}, {plural_of(report.imports, 'import')}"
    if not report.findings:
        if report.has_layout:
            looked_for = plural_of(len(report.rules), "rule")
            return style.good("Clean") + f": {looked}, {looked_for}; {_coverage(report)}."
        *others, last = report.rules
        named = f"{', '.join(others)} and {last}" if others else last
        return style.good("Clean") + f": {looked}; without a yandrel.toml only {named} are looked for."
    rules = {finding.rule for finding in report.findings}
    found = plural_of(len(report.findings), "finding")
    return style.bad(found) + f" of {plural_of(len(rules), 'rule')} in {looked}."


def _coverage(report: CheckReport) -> str:
    """Return how many files the rules say something of."""
    left = report.units - report.covered
    if not left:
        return "the rules cover all files"
    have = "has" if left == 1 else "have"
    return (
        f"the rules cover {report.covered:,}, {left:,} {have} no role or no rule (`survey --why` lists them)"
    )


def _by_rule(findings: list[Finding]) -> Iterator[tuple[str, list[Finding]]]:
    rules: dict[str, list[Finding]] = {}
    for finding in findings:
        rules.setdefault(finding.rule, []).append(finding)
    yield from rules.items()


def _by_group(findings: list[Finding]) -> list[list[Finding]]:
    groups: dict[str, list[Finding]] = {}
    for finding in findings:
        groups.setdefault(finding.group, []).append(finding)
    return sorted(groups.values(), key=len, reverse=True)


def render_group(findings: list[Finding], style: Style, full: bool = False) -> list[str]:
    """Return the lines of findings of one cause."""
    places = {(finding.unit, finding.line): finding for finding in reversed(findings)}
    apart = sorted(places.values(), key=findings.index)
    shown = findings if full else apart[:SHOWN_OF_A_GROUP]
    lines: list[str] = []
    for finding in shown:
        where = f"{finding.unit}:{finding.line}" if finding.line else finding.unit
        lines += wrap(f"{where}  {finding.message}", style.width, "      ", "  ")
        if finding.code:
            lines.append(style.fit(f"      {finding.code}"))
        if said := fix_text(finding):
            lines += [style.hint(t) for t in wrap(f"fix: {said}", style.width, "      ", "    ")]
    if len(findings) > len(shown):
        lines.append(f"  … and {len(findings) - len(shown)} more of the same cause (--all shows them)")
    law = findings[0].law
    if law:
        lines += [style.faint(t) for t in wrap(f"rule: {law}", style.width, "      ", "    ")]
    return lines


def fix_text(finding: Finding) -> str:
    """Return the command that was planned, with what it ends and adds; else what a person must do."""
    if finding.command and finding.command.split()[1] == "split":
        return f"`{finding.command}` shows where each piece goes"
    if finding.command and finding.ends:
        return f"`{finding.command}` (ends {finding.ends}, adds {finding.adds})"
    if finding.command:
        return f"`{finding.command}` makes one"
    return finding.mend


def _tail(report: CheckReport, style: Style) -> list[str]:
    lines: list[str] = []
    if report.staged:
        lines.append("This is what is staged in git's index; the work tree may differ.")
    if report.against:
        gone = plural_of(len(report.ended), "finding")
        lines.append(f"Compared with {report.against}: older findings are not shown; {gone} ended since.")
    if report.written:
        lines.append(f"{report.written} holds {plural_of(report.accepted, 'finding')} as accepted.")
    elif report.accepted:
        lines.append(f"{plural_of(report.accepted, 'accepted finding')} not shown.")
    if report.excepted:
        lines.append(f"{plural_of(report.excepted, 'finding')} under an exception of yandrel.toml.")
    if report.paid_off and not report.written and "idle-exception" not in report.rules:
        lines.append(
            f"{plural_of(len(report.paid_off), 'accepted finding')} paid off "
            "(`yandrel check --accept` drops them):"
        )
        lines += [style.fit(f"  {key}") for key in report.paid_off[:SHOWN_PAID_OFF]]
    if report.problems:
        first = report.problems[0]
        where = f"{first.unit}:{first.line}" if first.line else first.unit
        lines.append(f"{plural_of(len(report.problems), 'file')} could not be read whole, such as {where}.")
    for row in report.fixes[:SHOWN_FIXES]:
        lines.append(f"`{row.command}` ends {row.ends}, adds {row.adds}")
    untried = sum(finding.untried for finding in report.findings)
    if untried:
        lines.append(
            f"For {plural_of(untried, 'finding')} no fix was planned yet: `yandrel check --rank-fixes` plans "
            "them all, and shows those first that end most."
        )
    if report.findings and not report.accepted and report.has_layout:
        lines.append(
            "`yandrel check --explain RULE` tells what a rule is for; --accept records today's "
            "findings, so that only new ones fail from then on."
        )
    return ["", *(t for line in lines for t in wrap(line, style.width, "  ", ""))] if lines else []

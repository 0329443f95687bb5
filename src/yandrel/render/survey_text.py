"""The survey, to be read."""

from yandrel.model.results import DomainRow, SurveyReport, UnitRow
from yandrel.render.protocol import Style, clip, plural_of, table, wrap

COLUMNS = ("route", "controller", "service", "repository", "model", "schema", "test")
SHOWN_CROWDS = 5
SHOWN_PROBLEMS = 5
SHOWN_DOMAINS = 12
SHOWN_ACTIONS = 7
CERTAIN = 0.9


def render_survey(report: SurveyReport, style: Style) -> str:
    """Return the survey: the answer in one line, the tables, what to do next."""
    out = [style.strong(line) for line in wrap(_headline(report), style.width, "  ", "")]
    out += wrap("; ".join(report.because) + ".", style.width)
    if report.kinds:
        out += wrap(f"Left out: {_left_out(report)}.", style.width)
    if report.waiting:
        total = report.arrived + report.waiting
        text = (
            f"On the way to a folder a domain: {report.arrived} of {plural_of(total, 'file')} are there, "
            f"{report.waiting} are still in an older home."
        )
        out += wrap(text, style.width)
    if report.roles:
        out += ["", style.strong("Roles")]
        out += _roles(report)
    if report.domains:
        out += ["", style.strong(_domains_title(report))]
        out += _domains(report, style)
    if report.routes_reaching:
        text = (
            f"{report.routes_reaching} of {plural_of(report.routes, 'route')} are answered in files "
            "that read stored data themselves, past the services."
        )
        out += ["", *wrap(text, style.width, "  ", "")]
    out += _crowding(report, style)
    if report.newcomer and report.roles:
        out += ["", *wrap(f"{report.newcomer}.", style.width, "  ", "")]
    if report.unguarded:
        text = "No import rule covers these roles: " + ", ".join(report.unguarded) + "."
        out += ["", *wrap(text, style.width, "  ", "")]
    out += _problems(report, style)
    if report.units_listed:
        out += ["", style.strong("Files"), *_units(report.units_listed, style)]
    out.append("")
    for line in report.advice:
        out += wrap(line, style.width, "  ", "")
    return "\n".join(out) + "\n"


def render_files(report: SurveyReport, style: Style) -> str:
    """Return the files that were asked for, each with its role, its domain and the reasons."""
    if not report.units_listed:
        return "None of these files is the application's own server code.\n"
    return "\n".join(_units(report.units_listed, style)) + "\n"


def _left_out(report: SurveyReport) -> str:
    """Return how many files are not the application's own server code, by kind."""
    said = {
        "client": "{} that browsers run",
        "generated": "{} that tools make",
        "vendored": "{} of copied packages",
    }
    first, *rest = [said[kind].format(f"{count:,}") for kind, count in report.kinds.items()]
    number, _, what = first.partition(" ")
    noun = "file" if number == "1" else "files"
    return (
        " and ".join([f"{number} {noun} {what}", *rest])
        if len(rest) < 2
        else ", ".join([f"{number} {noun} {what}", *rest])
    )


def _headline(report: SurveyReport) -> str:
    languages = ", ".join(f"{name}" for name in report.languages) or "no language known"
    arranged = {
        "role-first": "arranged by role first",
        "domain-first": "arranged by domain first",
        "mixed": "arranged partly by role, partly by domain",
        "flat": "in folders that name neither roles nor domains",
        "one file": "mostly one file",
        "empty": "empty",
    }[report.arrangement]
    routes = f", {plural_of(report.routes, 'route')}{_routes(report)}" if report.routes else ""
    return (
        f"{report.name}: {plural_of(report.units, 'file')} ({languages}), "
        f"{plural_of(report.lines, 'line')}{routes}; {arranged}."
    )


def _routes(report: SurveyReport) -> str:
    """Return which frameworks the routes are of, and how many are uncertain."""
    said = [", ".join(report.frameworks)] if report.frameworks else []
    said += [f"{report.routes_uncertain} uncertain"] if report.routes_uncertain else []
    return f" ({', '.join(said)})" if said else ""


def _roles(report: SurveyReport) -> list[str]:
    rows = [
        [r.role, f"{r.units:,}", f"{r.certain:,}", f"{r.definitions:,}", f"{r.lines:,}", f"{r.folders:,}"]
        for r in report.roles
    ]
    head = ["role", "files", "certain", "definitions", "lines", "folders"]
    lines = table(rows, head, {1, 2, 3, 4, 5})
    if report.without_role:
        lines.append(f"  {plural_of(report.without_role, 'file')}: role unknown")
    return lines


def _domains_title(report: SurveyReport) -> str:
    own = [row for row in report.domains if row.domain != "shared"]
    spread = f", spread over {report.mean_spread} folders each on average" if own else ""
    return f"Domains ({len(own)}{spread})"


def _domains(report: SurveyReport, style: Style) -> list[str]:
    shown = report.domains[:SHOWN_DOMAINS]
    used = [c for c in COLUMNS if any(row.roles.get(c) for row in shown)]
    width = max(12, min(24, max(len(row.domain) for row in shown)))
    rows = [_domain_cells(row, used, width) for row in shown]
    short = {"controller": "contr.", "repository": "repos.", "service": "serv."}
    head = ["domain", *(short.get(c, c) for c in used), "other", "spread"]
    lines = table(rows, head, set(range(1, len(head))))
    if len(report.domains) > SHOWN_DOMAINS:
        lines.append(f"  and {len(report.domains) - SHOWN_DOMAINS} more (--format json has all)")
    done = [row for row in shown if row.actions or row.routes]
    if done:
        lines += ["", style.strong("Actions by domain")]
        for row in done:
            texts = [action.replace("_", " ") for action in row.actions[:SHOWN_ACTIONS]]
            more = " …" if len(row.actions) > SHOWN_ACTIONS else ""
            routes = [plural_of(row.routes, "route")] if row.routes else []
            told = ": ".join([*routes, *([", ".join(texts) + more] if texts else [])])
            text = f"{clip(row.domain, width).ljust(width)}  {told}"
            lines += wrap(text, style.width, "  " + " " * (width + 2), "  ")
    return lines


def _domain_cells(row: DomainRow, used: list[str], width: int) -> list[str]:
    other = sum(n for role, n in row.roles.items() if role not in used)
    cells = [str(row.roles.get(c) or "·") for c in used]
    return [clip(row.domain, width), *cells, str(other or "·"), str(row.spread or "·")]


def _crowding(report: SurveyReport, style: Style) -> list[str]:
    if not report.crowded:
        return []
    lines = ["", style.strong("Crowded")]
    for crowd in report.crowded[:SHOWN_CROWDS]:
        what = plural_of(crowd.count, "file") if crowd.what == "units" else crowd.what
        lines += wrap(f"{crowd.place}: {what}", style.width, "    ", "  ")
    if len(report.crowded) > SHOWN_CROWDS:
        lines.append(f"  and {len(report.crowded) - SHOWN_CROWDS} more")
    return lines


def _problems(report: SurveyReport, style: Style) -> list[str]:
    if not report.problems:
        return []
    lines = ["", style.strong("Could not be read whole")]
    for place in report.problems[:SHOWN_PROBLEMS]:
        where = f"{place.unit}:{place.line}" if place.line else place.unit
        lines.append(style.fit(f"  {where}: {place.text}"))
    if len(report.problems) > SHOWN_PROBLEMS:
        lines.append(f"  and {len(report.problems) - SHOWN_PROBLEMS} more")
    return lines


def _units(rows: list[UnitRow], style: Style) -> list[str]:
    lines = []
    for row in rows:
        what = " of ".join(part for part in (row.role or "role unknown", row.domain) if part)
        if row.role and row.chance < CERTAIN:
            what += f" ({row.chance:.0%} likely)"
        lines.append(f"  {row.unit}: {what}")
        lines += wrap("; ".join(row.why), style.width, "      ", "      ") if row.why else []
    return lines

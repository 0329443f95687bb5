"""The figures of an application then and now, to be read."""

from yandrel.model.results import DomainFigures, Figures, SurveyComparison
from yandrel.render.protocol import Style, plural_of, table, wrap

SHOWN_DOMAINS = 20
NONE = DomainFigures(0, 0, 0, 0)


def render_comparison(report: SurveyComparison, style: Style) -> str:
    """Return what changed in a sentence, the figures, and the roles and domains that changed."""
    then, now = report.then, report.now
    out = [style.strong(line) for line in wrap(_headline(report), style.width, "  ", "")]
    out += ["", *table(_rows(then, now), _head(report, ""), {1, 2, 3})]
    roles = _changed(then.roles, now.roles)
    if roles:
        out += ["", style.strong("Files by role, where that changed")]
        out += table(
            [[role, *_figures(then.roles.get(role, 0), now.roles.get(role, 0))] for role in roles],
            _head(report, "role"), {1, 2, 3},
        )  # fmt: skip
    out += _domains(then, now, style)
    return "\n".join(out) + "\n"


def _head(report: SurveyComparison, first: str) -> list[str]:
    return [first, *(("now", report.against) if report.forecast else ("then", "now")), "change"]


def _headline(report: SurveyComparison) -> str:
    then, now = report.then, report.now
    if then == now:
        where = "" if report.forecast else "at "
        return f"{report.name} has the same figures as {where}{report.against}."
    changes = [
        f"{text.format('more' if after > before else 'fewer')} ({before} -> {after})"
        for before, after, text in (
            (then.mean_spread, now.mean_spread, "a change of one domain opens {} folders"),
            (then.crossings, now.crossings, "{} imports cross domains"),
            (then.crowded_folders, now.crowded_folders, "{} folders are crowded"),
        )
        if before != after
    ]
    if not changes:
        return f"{report.name}: spread, crossings and crowding are as at {report.against}."
    if report.forecast:
        return f"{report.name}, now and as {report.against}: {', '.join(changes)}."
    return f"{report.name}, compared with {report.against}: {', '.join(changes)}."


def _rows(then: Figures, now: Figures) -> list[list[str]]:
    pairs: list[tuple[str, float, float]] = [
        ("files", then.files, now.files),
        ("lines", then.lines, now.lines),
        ("files with a known role", then.with_role, now.with_role),
        ("files that the rules cover", then.covered, now.covered),
        ("routes", then.routes, now.routes),
        ("domains", len(then.domains), len(now.domains)),
        ("folders a domain, on average", then.mean_spread, now.mean_spread),
        ("imports across domains", then.crossings, now.crossings),
        ("folders with over 30 files", then.crowded_folders, now.crowded_folders),
    ]
    rows = [[name, *_figures(before, after)] for name, before, after in pairs]
    if then.arrangement != now.arrangement:
        rows.insert(0, ["arrangement", then.arrangement, now.arrangement, ""])
    return rows


def _figures(before: float, after: float) -> list[str]:
    """Return two figures and their difference."""
    if before == after:
        return [f"{before:,}", f"{after:,}", ""]
    return [f"{before:,}", f"{after:,}", f"{round(after - before, 1):+,}"]


def _changed(then: dict[str, int], now: dict[str, int]) -> list[str]:
    return [name for name in sorted({*then, *now}) if then.get(name, 0) != now.get(name, 0)]


def _domains(then: Figures, now: Figures, style: Style) -> list[str]:
    """Return the domains that changed: files, folders, and imports of other domains."""
    names = sorted({*then.domains, *now.domains})
    changed = [name for name in names if then.domains.get(name, NONE) != now.domains.get(name, NONE)]
    if not changed:
        return []
    rows = [
        [name, *_cells(then.domains.get(name, NONE), now.domains.get(name, NONE))]
        for name in changed[:SHOWN_DOMAINS]
    ]
    head = ["domain", "files", "folders", "imports others", "imported by others"]
    out = ["", style.strong("Domains that changed"), *table(rows, head, set())]
    if len(changed) > SHOWN_DOMAINS:
        out.append(f"  … and {plural_of(len(changed) - SHOWN_DOMAINS, 'more domain')}")
    return out


def _cells(then: DomainFigures, now: DomainFigures) -> list[str]:
    pairs = (
        (then.files, now.files), (then.spread, now.spread), (then.imports, now.imports),
        (then.imported, now.imported),
    )  # fmt: skip
    return [str(after) if before == after else f"{before} -> {after}" for before, after in pairs]

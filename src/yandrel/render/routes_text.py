"""The route table, to be read."""

from collections.abc import Callable

from yandrel.model.results import RoutesReport
from yandrel.model.routes import Route
from yandrel.render.protocol import Style, clip, plural_of, table, wrap

VERBS = ("GET", "POST", "PUT", "PATCH", "DELETE", "ANY")
SHOWN_FAULTS = 12
OF_PACKAGES = "of packages"
LAST_GROUPS = ("no domain", "shared", OF_PACKAGES)
SIGNS = {"added": "+", "gone": "-", "handler": "~", "guards": "~", "order": "~"}


def render_routes(report: RoutesReport, style: Style, by: str = "domain") -> str:
    """Return the table, grouped, with what is uncertain and what is wrong."""
    if report.against:
        return _changes(report, style)
    if not report.total:
        looked = ", ".join(report.looked_for) or "no language that is here"
        return "\n".join(wrap(f"No route found. Looked for: {looked}.", style.width, "  ", "")) + "\n"
    out = [style.strong(_headline(report))]
    if by == "resource":
        out += ["", *_matrix(report.routes)]
    else:
        key: Callable[[Route], str] = _mount_of if by == "mount" else _domain_of
        out += _groups(report.routes, key, style)
    out += _doubts(report, style)
    out += _faults(report, style)
    return "\n".join(out) + "\n"


def _headline(report: RoutesReport) -> str:
    frameworks = f" ({', '.join(report.frameworks)})" if report.frameworks else ""
    doubt = f", {report.uncertain} of them uncertain" if report.uncertain else ""
    outside = sum(route.outside for route in report.routes)
    of_packages = f", {outside} of packages" if outside else ""
    shown = f"{len(report.routes)} of " if len(report.routes) != report.total else ""
    return f"{report.name}: {shown}{plural_of(report.total, 'route')}{frameworks}{of_packages}{doubt}."


def _domain_of(route: Route) -> str:
    return OF_PACKAGES if route.outside else route.domain or "no domain"


def _mount_of(route: Route) -> str:
    return route.mounts[0].partition(" ")[0] if route.mounts else "/"


def _groups(routes: list[Route], key: Callable[[Route], str], style: Style) -> list[str]:
    groups: dict[str, list[Route]] = {}
    for route in routes:
        groups.setdefault(key(route), []).append(route)
    lines: list[str] = []
    width = min(max((len(route.pattern) for route in routes), default=10), max(24, style.width // 2 - 8))
    for name in sorted(groups, key=lambda name: (name in LAST_GROUPS and LAST_GROUPS.index(name) + 1, name)):
        lines += ["", style.strong(f"{name} ({len(groups[name])})")]
        for route in groups[name]:
            handler = route.handler or f"{route.unit}:{route.line}"
            guards = f"  [{', '.join(route.guards)}]" if route.guards else ""
            mark = "" if route.certain else " ?"
            text = f"  {route.method:<9}{(route.pattern + mark).ljust(width + 2)}  {handler}{guards}"
            lines.append(style.fit(text))
    return lines


def resource_of(pattern: str) -> str:
    """Return the resource that a path is about: what is before its last parameter, or all of it."""
    parts = pattern.rstrip("/").split("/")
    while parts and parts[-1].startswith("{"):
        parts.pop()
    return "/".join(parts) or "/"


def _matrix(routes: list[Route]) -> list[str]:
    """Return a row for each resource, with the verbs that it has, on one and on all."""
    found: dict[str, dict[str, str]] = {}
    for route in routes:
        row = found.setdefault(resource_of(route.pattern), {})
        one = resource_of(route.pattern) != (route.pattern.rstrip("/") or "/")
        known = row.get(route.method, "")
        row[route.method] = "".join(sorted(set(known) | {"1" if one else "*"}))
    used = [verb for verb in VERBS if any(verb in row for row in found.values())]
    used += sorted({verb for row in found.values() for verb in row} - set(VERBS))
    rows = [[name, *(row.get(verb, "·") for verb in used)] for name, row in sorted(found.items())]
    return [*table(rows, ["resource", *used], set()), "", "  * on all of them, 1 on one of them"]


def _doubts(report: RoutesReport, style: Style) -> list[str]:
    reasons: dict[str, int] = {}
    for route in report.routes:
        if not route.certain:
            reasons[route.doubt] = reasons.get(route.doubt, 0) + 1
    lines = ["", style.strong("Uncertain (?)")] if reasons else []
    for reason, count in sorted(reasons.items(), key=lambda item: -item[1])[:5]:
        lines += wrap(f"{plural_of(count, 'route')}: {reason}", style.width, "    ", "  ")
    if len(reasons) > 5:
        lines.append(f"  and {len(reasons) - 5} more reasons")
    if report.failed:
        text = "Not read to their end, by a fault of Yandrel's own: " + ", ".join(report.failed[:5])
        lines += wrap(text, style.width, "  ", "")
    if report.cut:
        lines += wrap(
            "The reading was cut: some code was too large to be read to its end.", style.width, "  ", ""
        )
    return lines


def _faults(report: RoutesReport, style: Style) -> list[str]:
    if not report.faults:
        return []
    lines = ["", style.strong(f"To look at ({len(report.faults)})")]
    for fault in report.faults[:SHOWN_FAULTS]:
        lines += wrap(f"{fault.unit}:{fault.line}: {fault.rule}: {fault.message}", style.width, "    ", "  ")
        lines += wrap(f"fix: {fault.todo}", style.width, "    ", "    ")
    if len(report.faults) > SHOWN_FAULTS:
        lines.append(f"  and {len(report.faults) - SHOWN_FAULTS} more (--format json has all)")
    return lines


def _changes(report: RoutesReport, style: Style) -> str:
    if not report.changes:
        return f"{plural_of(report.total, 'route')}, the same as {report.against}.\n"
    out = [style.strong(f"{plural_of(len(report.changes), 'difference')} from {report.against}:")]
    for change in report.changes:
        sign = SIGNS[change.what]
        text = f"{sign} {change.method} {change.pattern}"
        if change.what in ("handler", "guards"):
            text += f"  {change.what}: {change.before or 'none'} -> {change.after or 'none'}"
        elif change.what == "order":
            text += f"  {change.after}"
        else:
            text += f"  {change.before or change.after}"
        line = clip(text, style.width - 2)
        out.append("  " + (style.good(line) if sign == "+" else style.bad(line) if sign == "-" else line))
    return "\n".join(out) + "\n"

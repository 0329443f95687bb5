"""One domain, to be read: what belongs to it, its ties, and what its removal would take."""

from yandrel.model.results import DomainNeed, DomainRemoval, DomainReport, DomainTie
from yandrel.render.protocol import Style, clip, plural_of, table, wrap
from yandrel.render.route_effect import render_route_effect

SHOWN = 12
SHOWN_TIES = 8
SHOWN_NAMES = 4
SHOWN_NEEDS = 30


def render_domain(report: DomainReport, style: Style) -> str:
    """Return everything of one domain."""
    out = [style.strong(line) for line in wrap(_headline(report), style.width, "  ", "")]
    out += ["", style.strong("Files")]
    rows = [[f.role or "role unknown", f.unit, str(f.lines), _names(f.definitions)] for f in report.files]
    lines = table(rows, ["role", "file", "lines", "holds"], {2})
    out += [clip(line, style.width) if style.cuts else line for line in lines]
    out += _listed("Tests", report.tests, style)
    out += _listed("Routes", report.routes, style)
    if report.actions:
        words = ", ".join(action.replace("_", " ") for action in report.actions)
        out += ["", style.strong("What can be done"), *wrap(words, style.width)]
    out += _ties("Uses", report.uses, style) + _ties("Used by", report.used_by, style)
    out += _listed("Shared files that it uses", report.shared, style)
    out += _listed("Files without a domain that only it uses", report.alone, style)
    out += ["", f"Next: `yandrel domain remove {report.name}` shows what would keep it from going"]
    return "\n".join(out) + "\n"


def _headline(report: DomainReport) -> str:
    parts = [
        plural_of(len(report.files), "file"),
        plural_of(len(report.tests), "test file"),
        plural_of(len(report.routes), "route"),
    ]
    return (
        f"{report.name} of {report.application}: {', '.join(parts)}, "
        f"in {plural_of(len(report.folders), 'folder')}."
    )


def _names(names: list[str]) -> str:
    more = f" and {len(names) - SHOWN_NAMES} more" if len(names) > SHOWN_NAMES else ""
    return ", ".join(names[:SHOWN_NAMES]) + more


def _listed(title: str, items: list[str], style: Style) -> list[str]:
    if not items:
        return []
    out = ["", style.strong(f"{title} ({len(items)})")]
    out += [style.fit(f"  {item}") for item in items[:SHOWN]]
    if len(items) > SHOWN:
        out.append(f"  … and {len(items) - SHOWN} more")
    return out


def _ties(title: str, ties: list[DomainTie], style: Style) -> list[str]:
    if not ties:
        return []
    out = ["", style.strong(f"{title} ({plural_of(len(ties), 'domain')})")]
    for tie in ties[:SHOWN_TIES]:
        past = f", {tie.past_doors} past its doors" if tie.past_doors else ""
        more = f" and {len(tie.places) - 1} more" if len(tie.places) > 1 else ""
        count = plural_of(tie.imports, "import")
        out.append(style.fit(f"  {tie.domain}: {count}{past} in {tie.places[0]}{more}"))
    if len(ties) > SHOWN_TIES:
        out.append(f"  … and {len(ties) - SHOWN_TIES} more")
    return out


def render_removal(report: DomainRemoval, style: Style) -> str:
    """Return what goes with a domain, and what outside still needs it."""
    out = [report.diff.rstrip("\n"), ""] if report.diff else []
    out += [style.strong(line) for line in wrap(_removal_headline(report), style.width, "  ", "")]
    out += _listed("Goes", report.files, style) + _listed("Tests that go", report.tests, style)
    if not report.number:
        out += _listed("Routes that go", report.routes, style)
    out += _places("Cut elsewhere", report.cut, style)
    out += _places("Still needs it", report.needs, style)
    out += _listed("Only it used these, which stay", report.alone, style)
    out += render_route_effect(report.effect, style)
    if report.number:
        out += ["", f"`yandrel undo` takes it back (change {report.number})."]
    elif report.needs:
        out += ["", *_advice(report, style)]
    else:
        out += [
            "",
            f"Next: `yandrel domain remove {report.name}{' --cut' if report.cut else ''} --carry-out`",
        ]
    return "\n".join(out) + "\n"


def _advice(report: DomainRemoval, style: Style) -> list[str]:
    cut = f"`yandrel domain remove {report.name} --cut` takes out what only registers it"
    text = "Next: take these lines out" if report.cut else f"Next: take these lines out; or {cut}"
    return wrap(text, style.width, "  ", "")


def _removal_headline(report: DomainRemoval) -> str:
    count = plural_of(len(report.files) + len(report.tests), "file")
    if report.number:
        return f"Removed {report.name} from {report.application}: {count}."
    if report.needs:
        places = plural_of(len(report.needs), "place")
        need = "needs" if len(report.needs) == 1 else "need"
        return f"{report.name} of {report.application} has {count}; {places} outside still {need} it."
    if report.cut:
        places = plural_of(len(report.cut), "place")
        return f"{report.name} of {report.application} has {count}; {places} elsewhere would go with them."
    return f"{report.name} of {report.application} has {count}, and nothing outside needs it."


def _places(title: str, places: list[DomainNeed], style: Style) -> list[str]:
    if not places:
        return []
    out = ["", style.strong(f"{title} ({plural_of(len(places), 'place')})")]
    for place in places[:SHOWN_NEEDS]:
        role = f"  ({place.role})" if place.role else ""
        out.append(style.fit(f"  {place.unit}:{place.line}{role}"))
        out.append(style.fit(f"      {place.code or place.names}"))
    if len(places) > SHOWN_NEEDS:
        out.append(f"  … and {len(places) - SHOWN_NEEDS} more; --format json has them all")
    return out


__all__ = ["render_domain", "render_removal"]

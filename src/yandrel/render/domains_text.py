"""The list of domains, as lines of yandrel.toml to edit."""

from yandrel.model.results import DomainsReport, ProposedDomain
from yandrel.render.protocol import Style, plural_of, wrap

HINT = (
    "Rename a domain, or give one the words of another, and delete that one, to merge them; "
    "then put the section into yandrel.toml."
)


def render_domains(report: DomainsReport, style: Style) -> str:
    """Return a section `[domains]`, each line with its evidence in comments."""
    told = sum(row.files for row in report.domains)
    head = (
        f"The domains of {report.name} as its names tell them: {plural_of(len(report.domains), 'domain')}, "
        f"{told} of {plural_of(report.files, 'file')}; {report.shared} shared, {report.none} in none."
    )
    out = [f"# {line}" for text in (head, HINT) for line in wrap(text, style.width - 2, "", "")]
    out.append("[domains]")
    for row in report.domains:
        out += _lines(row, style.width)
    if report.none_examples:
        names = ", ".join(report.none_examples)
        out += [f"# {line}" for line in wrap(f"In none: such as {names}", style.width - 2, "  ", "")]
    return "\n".join(out) + "\n"


def _lines(row: ProposedDomain, width: int) -> list[str]:
    by = ", ".join(f"{count} by {what}" for what, count in row.told.items())
    evidence = f"{plural_of(row.files, 'file')} in {plural_of(row.folders, 'folder')} ({by}), such as "
    lines = [f"# {line}" for line in wrap(evidence + ", ".join(row.examples), width - 2, "  ", "")]
    files = f"files = {_texts(row.patterns)}, " if row.patterns else ""
    return [*lines, f"{_key(row.name)} = {{ {files}words = {_texts(row.words)} }}"]


def _texts(values: list[str]) -> str:
    return "[" + ", ".join(f'"{value}"' for value in values) + "]"


def _key(name: str) -> str:
    plain = name.replace("_", "").replace("-", "")
    return name if plain.isascii() and plain.isalnum() else f'"{name}"'

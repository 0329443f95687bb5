"""Render the result of `new` as text."""

from yandrel.model.results import NewReport
from yandrel.render.protocol import Style, plural_of, wrap
from yandrel.render.route_effect import render_route_effect


def render_new(report: NewReport, style: Style) -> str:
    """Return what was made and wired, and what to do next."""
    out: list[str] = []
    if not report.done:
        out += [report.diff.rstrip("\n"), ""]
    made = [file for file in report.files if not file.old]
    wired = [file for file in report.files if file.old]
    word = "Made" if report.done else "Would make"
    out.append(f"{style.strong(word)} {report.title.removeprefix('new ')}: {plural_of(len(made), 'new file')}"
               + (f", {plural_of(len(wired), 'file')} changed." if wired else "."))  # fmt: skip
    out += [style.fit(f"    new      {file.new}") for file in made]
    out += [style.fit(f"    changed  {file.new}") for file in wired]
    out += render_route_effect(report.routes, style)
    for note in report.notes:
        out += ["", *wrap(note, style.width)]
    if report.done:
        out += ["", "Next: " + ", ".join(f"`{step}`" for step in report.next_steps) + "."]
        out.append(f"`yandrel undo` takes it back (change {report.number}).")
    return "\n".join(out) + "\n"

"""The text of a move list, to be read and edited before it is carried out."""

from collections.abc import Sequence

from yandrel.layout.toml_text import as_key, in_comment, quoted
from yandrel.model.results import PlannedMove, RegroupReport
from yandrel.moves.movelist import Step


def write_list(report: RegroupReport, steps: Sequence[Step]) -> str:
    """Return the move list of a plan: a step a domain, each move with what it is told by."""
    out = [
        f"# The way of {in_comment(report.name)} to {in_comment(report.to)}: a step a domain, each proved.",
        "# Edit it (take lines out, change targets), then: yandrel move --list THIS_FILE",
        "",
    ]
    for told, step in zip(report.steps, steps, strict=True):
        notes = {move.source: move for move in told.moves}
        out += ["[[step]]", f"title = {quoted(step.title)}"]
        out += ["drop_reexports = true  # packages no longer hand on what leaves them"] * step.drops_reexports
        out.append("moves = [")
        width = max((len(_move_text(pair)) for pair in step.pairs), default=0)
        out += [
            f"  {_move_text(pair) + ',':<{min(width, 90) + 1}}  # {_comment(notes[pair[0]])}"
            for pair in step.pairs
        ]
        out.append("]")
        for section, lines in (("homes", step.homes), ("domains", step.domains)):
            if lines:
                out += [f"[step.{section}]", *(_line(key, texts) for key, texts in lines)]
        out.append("")
    for blocked in report.blocked:
        out.append(f"# stays: {in_comment(blocked.source)}: {in_comment(blocked.reasons[0])}")
    return "\n".join(out).rstrip("\n") + "\n"


def _move_text(pair: tuple[str, str | None]) -> str:
    return quoted(f"{pair[0]} -> {pair[1]}")


def _comment(move: PlannedMove) -> str:
    sure = "" if move.certain else "likely: "
    return in_comment(f"{move.role}, {sure}{move.why}")


def _line(key: str, texts: tuple[str, ...]) -> str:
    return f"{as_key(key)} = [{', '.join(map(quoted, texts))}]"

"""Render what became of the route table in a change."""

from yandrel.model.results import RouteChange, RouteEffect
from yandrel.render.protocol import Style, clip, plural_of

SHOWN_CHANGES = 8


def render_route_effect(effect: RouteEffect | None, style: Style) -> list[str]:
    """Return the lines that say whether the table is the same, and what differs."""
    if effect is None or not (effect.before or effect.after):
        return []
    if not effect.changes:
        return [f"  {plural_of(effect.before, 'route')} before and after, the same."]
    count = plural_of(len(effect.changes), "difference")
    lines = ["", style.strong(f"Routes: {effect.before} before, {effect.after} after, {count}")]
    lines += [clip("  " + change_line(change), style.width) for change in effect.changes[:SHOWN_CHANGES]]
    if len(effect.changes) > SHOWN_CHANGES:
        lines.append(f"  … and {len(effect.changes) - SHOWN_CHANGES} more")
    return lines


def change_line(change: RouteChange) -> str:
    """Return one difference of two tables in a line."""
    text = f"{change.what:<8} {change.method:<6} {change.pattern}"
    if change.before and change.after:
        return f"{text}   {change.before} -> {change.after}"
    return f"{text}   {change.before or change.after}".rstrip()

"""Whether another layout pays, by its figures."""

from yandrel.model.results import Figures

FEW_DOMAINS = 4
FEW_FILES = 40
LITTLE = 0.5
"""Folders fewer a domain, on average, that are no gain."""


def judge_gain(before: Figures, after: Figures, moves: int) -> str:
    """Return in a sentence whether the move to another layout pays."""
    domains = len(before.domains)
    size = f"{domains} domain{'s' if domains != 1 else ''}, {before.files} files"
    gain = before.mean_spread - after.mean_spread
    if not moves:
        return "there is nothing to gain: what has a place in that layout is there"
    if gain <= -LITTLE:
        return (
            f"a change of one domain would open {after.mean_spread} folders instead of {before.mean_spread}: "
            "that pays only where people work by layer"
        )
    if domains < FEW_DOMAINS or before.files < FEW_FILES:
        return f"{size}: it hardly pays; folders by role are fine up to here"
    if gain < LITTLE:
        return (
            f"it hardly pays: a domain has {before.mean_spread} folders on average, "
            f"and {after.mean_spread} then"
        )
    return f"a change of one domain opens {after.mean_spread} folders instead of {before.mean_spread}"

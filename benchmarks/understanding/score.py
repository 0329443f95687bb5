"""Score how kinds, roles and domains are told: benchmarks.understanding.score SOURCES [--held-out]."""

import sys
from collections import Counter
from pathlib import Path

from benchmarks.understanding.labels import NOTHING, applications, read_labels
from yandrel.app.workspace import Workspace
from yandrel.model.words import singular


def score(sources: Path, held_out: bool) -> Counter[str]:
    """Return the counts of what is right over all labelled files of the applications that are there."""
    total: Counter[str] = Counter()
    for name, place in applications(held_out).items():
        if (sources / place).is_dir():
            total += _score_one(name, sources / place)
    return total


def _score_one(name: str, root: Path) -> Counter[str]:
    picture = Workspace.open(str(root)).picture
    found: Counter[str] = Counter()
    for label in read_labels(name):
        kind = picture.readings.kinds.get(label.path, "own")
        declared = label.path.endswith(".d.ts") and kind == "own"
        found["kinds"] += 1
        found["kinds right"] += kind in label.kinds or declared
        if "own" not in label.kinds:
            continue
        reading = picture.readings.get(label.path)
        role = reading.role if reading is not None else ""
        right = (role or "none") in label.roles
        found["roles"] += 1
        found["roles right"] += right
        found["claimed"] += bool(role)
        found["claimed right"] += bool(role) and right
        found["there"] += "none" not in label.roles
        found["there found"] += "none" not in label.roles and right
        sure = reading is not None and reading.certain
        found["certain"] += sure
        found["certain right"] += sure and right
        if NOTHING not in label.domains:
            domain = _plain(picture.domain(label.path))
            fits = domain in {_plain(text) for text in label.domains}
            found["domains"] += 1
            found["domains right"] += fits
            found["domains claimed"] += domain not in ("", "shared")
    return found


def _plain(name: str) -> str:
    return singular(name).replace("_", "")


def main() -> None:
    """Print the figures of the fitted or of the held-out applications."""
    counts = score(Path(sys.argv[1]), "--held-out" in sys.argv)
    for what, part, whole in (
        ("kind", "kinds right", "kinds"),
        ("role agreement", "roles right", "roles"),
        ("role precision", "claimed right", "claimed"),
        ("precision of certain roles", "certain right", "certain"),
        ("role recall", "there found", "there"),
        ("domain", "domains right", "domains"),
        ("domain precision", "domains right", "domains claimed"),
    ):
        share = counts[part] / max(counts[whole], 1)
        print(f"{what:28} {share:.3f}  ({counts[part]} of {counts[whole]})")


if __name__ == "__main__":
    main()

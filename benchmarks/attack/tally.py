"""How many attacks were tried, and which did not hold."""

from collections import Counter
from dataclasses import dataclass, field

SHOWN = 12


@dataclass
class Tally:
    """Tries and failures by family."""

    tries: Counter[str] = field(default_factory=Counter)
    failures: dict[str, list[str]] = field(default_factory=dict)

    def count(self, family: str, fault: str) -> None:
        """Count one try; `fault` says what went wrong, nothing where it held."""
        self.tries[family] += 1
        if fault:
            self.failures.setdefault(family, []).append(fault)

    def add(self, other: "Tally") -> None:
        self.tries += other.tries
        for family, faults in other.failures.items():
            self.failures.setdefault(family, []).extend(faults)

    @property
    def failed(self) -> int:
        return sum(len(faults) for faults in self.failures.values())

    def lines(self) -> list[str]:
        """Return a table of families with tries, held and failed, and the first failures."""
        out = [f"{'attack':<34}{'tries':>8}{'held':>8}{'failed':>8}"]
        for family, tries in sorted(self.tries.items()):
            failed = len(self.failures.get(family, ()))
            out.append(f"{family:<34}{tries:>8}{tries - failed:>8}{failed:>8}")
        total = self.tries.total()
        out.append(f"{'all':<34}{total:>8}{total - self.failed:>8}{self.failed:>8}")
        for family, faults in sorted(self.failures.items()):
            out += [f"  {family}: {fault}" for fault in faults[:SHOWN]]
        return out

"""One new file while its template is filled: what it names of other units and of outside packages."""

from collections.abc import Callable
from dataclasses import dataclass, field

from yandrel.model.scaffold import DomainPlan


@dataclass
class NewUnit:
    """A new unit's home, and the lines that its names ask for.

    `spell` returns the line that makes a name of another unit known, "" where none is needed.
    """

    plan: DomainPlan
    home: str
    spell: Callable[[str, str], str]
    spell_outside: Callable[[str, str], str]
    lines: dict[str, None] = field(default_factory=dict)

    def use(self, role: str, name: str) -> str:
        """Return a name that the unit of another role defines, and make it known."""
        home = self.plan.homes[role]
        if home != self.home:
            self._keep(self.spell(home, name))
        return name

    def beside(self, role: str, file: str, name: str) -> str:
        """Return a name that a file beside a role's unit defines, and make it known."""
        self._keep(self.spell(self.plan.homes[role].rpartition("/")[0] + "/" + file, name))
        return name

    def outside(self, path: str, name: str = "") -> str:
        """Return a name of an outside package, and make it known."""
        self._keep(self.spell_outside(path, name))
        return name

    def _keep(self, line: str) -> None:
        if line:
            self.lines[line] = None

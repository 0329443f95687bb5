"""Compute the place of each module after a relocation, and its spelling from there."""

from collections.abc import Iterator, Mapping

from yandrel.languages.python.project import package_roots
from yandrel.languages.python.view import PythonView
from yandrel.model.changes import Relocation
from yandrel.model.facts import Facts
from yandrel.model.project import Project, SourceRoot, Units, folders_of

HIGHEST_CLIMB = 4


class RelabelledFacts(Mapping[str, Facts]):
    """The old facts under the new paths; new units have empty facts."""

    def __init__(self, facts: Mapping[str, Facts], relocation: Relocation, new: frozenset[str]) -> None:
        self._facts = facts
        self._old = {relocation.unit(path): path for path in facts}
        self._new = new - set(self._old)

    def __getitem__(self, path: str) -> Facts:
        if path in self._new:
            return Facts("python", 0)
        return self._facts[self._old[path]]

    def __contains__(self, path: object) -> bool:
        return path in self._old or path in self._new

    def __iter__(self) -> Iterator[str]:
        yield from self._old
        yield from self._new

    def __len__(self) -> int:
        return len(self._old) + len(self._new)


class After:
    """The application's modules as they will be."""

    def __init__(self, view: PythonView, relocation: Relocation, new: frozenset[str]) -> None:
        facts = RelabelledFacts(view.units.facts, relocation, new)
        files = frozenset(relocation.unit(path) for path in view.units.files) | new
        paths = files | frozenset(facts)
        units = Units(facts, files, view.units.ignored, folders_of(paths))
        self.units = units
        self.project = _relocate_project(view.project, relocation, units)
        self.view = PythonView(units, self.project)

    def spell(self, target: str, site: str, like: str) -> str | None:
        """Return how a unit or folder is spelled in `site`, relative where `like` is; None if it cannot.

        What comes back has been read again and leads to the target.
        """
        relative = self.relative(target, site)
        climb = len(relative) - len(relative.lstrip(".")) if relative else 0
        short = climb <= max(HIGHEST_CLIMB, len(like) - len(like.lstrip(".")))
        choices = list(self._absolute(target, site))
        if relative and like.startswith(".") and short:
            choices.insert(0, relative)
        elif relative:
            choices.append(relative)
        for choice in choices:
            if self.view.find_spelled(choice, site)[0] == target:
                return choice
        return None

    def dotted(self, target: str, site: str) -> str | None:
        """Return the absolute dotted name of a unit or folder, as `site` can import it."""
        for choice in self._absolute(target, site):
            if self.view.find_spelled(choice, site)[0] == target:
                return choice
        return None

    def _absolute(self, target: str, site: str) -> Iterator[str]:
        name = self.view.module_name(target)
        if name:
            yield name
        for root in self.view.roots_for(site[: site.rfind("/") + 1]):
            name = self.view.module_name(target, root)
            if name:
                yield name

    def relative(self, target: str, site: str) -> str | None:
        """Return the shortest relative spelling of a unit in `site`, where there is one."""
        folder = site[: site.rfind("/") + 1]
        roots = [r.path for r in self.project.roots if not r.local and folder.startswith(r.path)]
        root = max(roots, key=len, default="")
        if not target.startswith(root) or folder == root:
            return None
        name = self.view.module_name(target, root)
        if not name:
            return None
        there = name.split(".")
        here = folder[len(root) : -1].split("/")
        common = 0
        while common < min(len(here), len(there)) and here[common] == there[common]:
            common += 1
        if not common:
            return None
        return "." * (len(here) - common + 1) + ".".join(there[common:])


def _relocate_project(project: Project, relocation: Relocation, units: Units) -> Project:
    roots: dict[str, SourceRoot] = {}
    for root in project.roots:
        path = relocation.unit(root.path) if root.path else ""
        if not path or path in units.folders:
            roots.setdefault(path, SourceRoot(path, root.namespace, root.local))
    for path in package_roots(units):
        if not any(path in (r.path,) for r in roots.values()):
            roots[path] = SourceRoot(path)
    ordered = sorted(roots.values(), key=lambda r: (r.local, -r.path.count("/"), r.path))
    return Project(tuple(ordered))

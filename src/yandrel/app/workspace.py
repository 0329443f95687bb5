"""An application opened for work: its root, its layout, its index, its picture, its journal."""

from dataclasses import dataclass, field
from functools import cached_property
from pathlib import Path
from typing import TYPE_CHECKING

from yandrel.errors import RefusedError
from yandrel.files.contents import ChangedFiles, Changes, DiskFiles, Files
from yandrel.files.root import CONFIG_NAME, find_root
from yandrel.files.walk import Tree
from yandrel.index.code import CodeIndex, Progress, build_index, index_with
from yandrel.index.scanning import scan
from yandrel.index.store import FactStore, ProgramStore
from yandrel.layout.config import Layout, read_layout
from yandrel.moves.journal import Journal, Record
from yandrel.rules.registry import RULE_NAMES
from yandrel.survey.picture import Picture, take_picture

if TYPE_CHECKING:  # reading git's objects takes a library that few commands need
    from yandrel.files.git import KeptFiles
    from yandrel.files.revision import Revision


@dataclass
class Workspace:
    """An application opened for the use cases; everything is computed when first needed."""

    root: Path
    here: str = ""
    progress: Progress | None = None

    @classmethod
    def open(cls, root: str | None = None, start: Path | None = None) -> "Workspace":
        """Open the application that `start` (the current folder) lies in, or the one given."""
        start = (start or Path.cwd()).resolve()
        place = find_root(start, root)
        here = start.relative_to(place).as_posix() if start.is_relative_to(place) else ""
        return cls(place, "" if here == "." else here)

    @cached_property
    def layout(self) -> Layout:
        return read_layout(self.files, RULE_NAMES)

    @cached_property
    def files(self) -> Files:
        return DiskFiles(self.root)

    @cached_property
    def store(self) -> FactStore:
        return FactStore(self.root)

    @cached_property
    def tree(self) -> Tree:
        return scan(self.root, self.layout.sources)

    @cached_property
    def index(self) -> CodeIndex:
        return build_index(self.tree, self.store, self.layout.sources, self.progress)

    @cached_property
    def picture(self) -> Picture:
        return take_picture(self.index, self.layout)

    @property
    def journal(self) -> Journal:
        return Journal(self.root)

    def with_changes(self, changes: Changes) -> "ChangedWorkspace":
        """Return the application as it would be with changes over its files; nothing is written."""
        return ChangedWorkspace(self.root, self.here, base=self, changes=changes)

    def revision(self, text: str) -> "Revision":
        """Return a git revision of the application; raises CallError where there is none."""
        from yandrel.files.revision import Revision

        return Revision(self.root, text)

    def at_revision(self, text: str) -> "ChangedWorkspace":
        """Return the application at a git revision; the work tree is not touched.

        What is the same in the work tree is shared with it. Raises CallError where there is no such revision.
        """
        return self.at(self.revision(text))

    def staged(self) -> "Workspace":
        """Return the application as it is staged in git's index; itself where that is as in the work tree.

        Raises CallError where there is no index, or a merge is not resolved.
        """
        from yandrel.files.staged import StagedFiles

        staged = self.at(StagedFiles(self.root))
        return staged if staged.changes else self

    def at(self, revision: "KeptFiles") -> "ChangedWorkspace":
        """Return the application with the files that git keeps under some name."""
        changes: dict[str, tuple[bytes, int] | None] = {}
        stats = self.tree.stats
        for path in self.tree.files:
            size, time_ns, _ = stats.get(path, (-1, 0, 0))
            if path not in revision.blobs:
                changes[path] = None
            elif revision.is_known_same(path, size, time_ns):
                continue
            elif not revision.has_same(path, self.files.read(path)):
                changes[path] = (revision.read(path), revision.modes[path])
        gone = [path for path in revision.blobs if not self.files.exists(path)]
        changes.update({path: (revision.read(path), revision.modes[path]) for path in gone})
        return self.with_changes(changes)

    def fixed_files(self) -> list[str]:
        """Return the files that yandrel.toml says are never moved."""
        layout = self.layout
        return [path for path in self.tree.files if layout.is_fixed(path)] if layout.fixed else []

    def generated_files(self) -> list[str]:
        """Return the files that yandrel.toml says are generated."""
        layout = self.layout
        return [path for path in self.tree.files if layout.is_generated(path)] if layout.generated else []

    def applications_below(self) -> list[str]:
        """Return the folders below the root that have a yandrel.toml of their own, but for generated ones."""
        ending = "/" + CONFIG_NAME
        found = (path for path in self.tree.files if path.endswith(ending))
        return [path.removesuffix(ending) for path in found if not self.layout.is_generated(path)]

    def refresh(self) -> None:
        """Forget what was read, after files have changed."""
        for name in ("tree", "index", "picture", "layout"):
            self.__dict__.pop(name, None)

    def cut_off(self) -> Record | None:
        """Return a change that was cut off half-way, if there is one."""
        return self.journal.cut_off()

    def refuse_if_cut_off(self) -> None:
        record = self.cut_off()
        if record is not None:
            raise RefusedError(
                f"change {record.number} ({record.title}) was cut off half-way",
                todo="`yandrel undo` takes it back, `yandrel undo --finish` finishes it",
            )


@dataclass
class ChangedWorkspace(Workspace):
    """The application as it would be: only what changes reach is computed anew, and nothing is kept."""

    base: Workspace = field(kw_only=True)
    changes: Changes = field(kw_only=True)

    @cached_property
    def files(self) -> Files:
        return ChangedFiles(self.base.files, self.changes)

    @cached_property
    def layout(self) -> Layout:
        return read_layout(self.files, RULE_NAMES) if CONFIG_NAME in self.changes else self.base.layout

    @cached_property
    def store(self) -> FactStore:
        return ProgramStore(self.base.store)

    @cached_property
    def index(self) -> CodeIndex:
        return index_with(self.base.index, self.changes)

    @cached_property
    def tree(self) -> Tree:
        return self.index.tree

"""New units after ones that are there, in languages without templates of their own."""

import re
from collections.abc import Callable, Mapping, Set
from types import MappingProxyType
from typing import TYPE_CHECKING

from yandrel.errors import CallError
from yandrel.languages.wiring import find_wiring, repeat_in_lists
from yandrel.model.facts import Facts
from yandrel.model.scaffold import ActionAdded, ActionPieces, Concept, DomainPlan

if TYPE_CHECKING:
    from tree_sitter import Tree

    from yandrel.languages.acting.copier import ActionCopier

IMPORT = re.compile(r"\s*(?:import\b|use\b|using\b|from\b|(?:const|let|var)\b.*=\s*require\()")
WORKS = re.compile(r"\s*+(?:return\b|if\b|[\w$, ]++:=|(?:const|let|var|val|final)\b|[\w$]++\s*+=[^=])")
"""A statement that works with a path, and mounts nothing."""
PATH = re.compile(r"['\"`]/[A-Za-z][^'\"`]*['\"`]")
LISTED = re.compile(r"\{([^{}]*,[^{}]*)\}")
NAMESPACE = re.compile(r"\s*(?:using\s+[\w.]+;|import\s+[\w.]+\.\*)")
"""Opens a namespace whole, and so names nothing of it."""
PREFIX = re.compile(rb"['\"`]/([A-Za-z][\w-]*)['\"`]")


class CopyingScaffolder:
    """See `yandrel.languages.protocol.Scaffolder`: what is new is made after a model.

    `import_line` is a pattern of the lines that import.
    """

    import_line = IMPORT

    def __init__(self, suffix: str, language: str, keywords: frozenset[str]) -> None:
        self.suffix = suffix
        self.language = language
        self._keywords = keywords

    def frameworks(self) -> tuple[str, ...]:
        return ()

    def keywords(self) -> frozenset[str]:
        return self._keywords

    def app_folder(self, package: str) -> str:
        return ""

    def root_namespace(self, package: str, namespaces: Mapping[str, str]) -> str:
        return ""

    def kind_of(self, roles: frozenset[str]) -> str:
        return ""

    def lacks(self, plan: DomainPlan, units: Mapping[str, Facts]) -> str:
        return f"templates in {self.language}"

    def app_files(self, plan: DomainPlan) -> dict[str, str]:
        raise self._no_templates()

    def domain_files(self, plan: DomainPlan) -> dict[str, str]:
        raise self._no_templates()

    def _no_templates(self) -> CallError:
        return CallError(
            f"there are no templates in {self.language} yet", todo="make it after what is there, with --like"
        )

    def is_mounting(self, source: bytes) -> int:
        return len(PREFIX.findall(source))

    def prefixes(self, source: bytes) -> list[str]:
        return [found.decode() for found in PREFIX.findall(source)]

    def wire(self, plan: DomainPlan, unit: str, source: bytes) -> bytes | None:
        return None

    def wired_elsewhere(self, plan: DomainPlan, sources: Mapping[str, bytes]) -> dict[str, bytes]:
        return {}

    def settle(self, before: str, after: str) -> str:
        return after

    def next_migration(self, text: str, latest: str) -> str:
        return text

    def copy_shared(
        self, source: bytes, change: Callable[[str], str], wanted: Callable[[str], bool]
    ) -> bytes | None:
        return None

    def repeat_wiring(
        self, source: bytes, change: Callable[[str], str], made: Set[str] = frozenset()
    ) -> bytes | None:
        """Say the lines again that mount a concept's routes below its path, and what they import."""
        lines = source.decode("utf-8").splitlines(keepends=True)
        following = [*lines[1:], ""]
        mounts = [n for n, line in enumerate(lines) if _is_mount(line, following[n], change)]
        imports = [line for line in lines if self.import_line.match(line)]
        mounts = [n for n in mounts if not _mounts_another(lines[n], imports, change)]
        if not mounts:
            return self._repeat_in_lists(lines, change)
        wiring = find_wiring(lines, mounts, change, made)
        if wiring is None:
            return None
        said = "".join(wiring.say(lines[number], change) for number in sorted(wiring.lines))
        out: list[str] = []
        for number, line in enumerate(lines):
            if number in wiring.lines:
                out += _again(line, lambda text: wiring.say(text, change))
            elif self.import_line.match(line) and change(line) != line and _names_some_of(change(line), said):
                out += _import_again(line, change)
            else:
                out.append(line)
        return "".join(out).encode()

    def _repeat_in_lists(self, lines: list[str], change: Callable[[str], str]) -> bytes | None:
        """Name the other concept's things in the lists that name those of the first, and import them."""
        imports = [n for n, line in enumerate(lines) if self.import_line.match(line) and change(line) != line]
        imported = {name for n in imports for name in re.findall(r"[A-Za-z_$][\w$]*", lines[n])}
        said = repeat_in_lists(lines, imported, change)
        if said is None:
            return None
        out = [_import_again(lines[n], change) if n in imports else texts for n, texts in enumerate(said)]
        return "".join(text for texts in out for text in texts).encode()

    def skeleton(self, role: str, concept: Concept, neighbours: Mapping[str, bytes], own: str) -> str:
        """Return a type as its neighbours have one; raises CallError where none shows how."""
        from yandrel.languages.outline import outline

        made = outline(role, concept, neighbours, self.suffix, self.import_line)
        if made is None:
            raise CallError(
                f"no {role} here shows how one is written",
                todo="name a file to take as the model with --like",
            )
        return made

    def folder_marker(self, home: str) -> str:
        return ""

    def parse(self, source: bytes) -> "Tree":
        """Return the tree of a unit."""
        raise NotImplementedError

    def action_pieces(self, source: bytes, concept: Concept, model: str, action: str) -> ActionPieces:
        return self._copier(concept, model, action).pieces(source)

    def action_names(self, source: bytes, concept: Concept, model: str, action: str) -> set[str]:
        return self._copier(concept, model, action).names_in(source)

    def add_action(
        self, source: bytes, concept: Concept, model: str, action: str, called: Mapping[str, str]
    ) -> ActionAdded | None:
        return self._copier(concept, model, action, called).apply(source)

    def add_action_test(
        self, source: bytes, concept: Concept, model: str, action: str, called: Mapping[str, str]
    ) -> bytes | None:
        return self._copier(concept, model, action, called).apply_to_tests(source)

    def _copier(
        self, concept: Concept, model: str, action: str, called: Mapping[str, str] = MappingProxyType({})
    ) -> "ActionCopier":
        from yandrel.languages.acting.copier import ActionCopier

        return ActionCopier(lambda source: self.parse(source).root_node, concept, model, action, called)


def _mounts_another(line: str, imports: list[str], change: Callable[[str], str]) -> bool:
    """Whether what a line mounts is imported, and nothing of it is the concept's: it only has its prefix."""
    brought = {name for one in imports for name in re.findall(r"[A-Za-z_$][\w$]*", one)}
    used = set(re.findall(r"(?<![\w$'\"`/-])([A-Za-z_$][\w$]*)\s*[(.]", line))
    return not used.isdisjoint(brought) and all(change(name) == name for name in used)


def _is_mount(line: str, following: str, change: Callable[[str], str]) -> bool:
    """Whether a line is a whole call, or link of a chain, that names the concept's path."""
    text = line.strip()
    ended = text.endswith(")") and not following.lstrip().startswith(".")
    whole = text.endswith((";", ",")) or text.startswith(".") or ended
    balanced = all(text.count(a) == text.count(b) for a, b in ("()", "[]", "{}"))
    paths = any(change(found.group()) != found.group() for found in PATH.finditer(text))
    mounts = whole and balanced and paths and change(line) != line and not IMPORT.match(line)
    return mounts and not WORKS.match(line)


def _again(line: str, change: Callable[[str], str]) -> list[str]:
    """Return a line and its likeness; the end of a chain stays its end."""
    text = line.rstrip("\r\n")
    newline = line[len(text) :] or "\n"
    if text.lstrip().startswith(".") and text.endswith(";"):
        return [text[:-1] + newline, change(text) + newline]
    return [text + newline, change(text) + newline]


def _names_some_of(imported: str, said: str) -> bool:
    if NAMESPACE.match(imported):
        return True
    names = set(re.findall(r"[A-Za-z_]\w*", imported))
    return bool(names & set(re.findall(r"[A-Za-z_]\w*", said)))


def _import_again(line: str, change: Callable[[str], str]) -> list[str]:
    """Return an import with its likeness: one more name in its list where the module is the same."""
    listed = LISTED.search(line)
    if listed is not None:
        outer = line[: listed.start()] + line[listed.end() :]
        if change(outer) == outer:
            names = [name.strip() for name in listed.group(1).split(",")]
            more = [made for name in names for made in dict.fromkeys((name, change(name)))]
            inner = listed.group(1)
            pad = " " if inner.startswith(" ") else ""
            return [line[: listed.start()] + "{" + pad + ", ".join(more) + pad + "}" + line[listed.end() :]]
    return [line, change(line)]

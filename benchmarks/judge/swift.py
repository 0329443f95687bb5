"""Which names of Swift lead to the application's own declarations, read with regular expressions alone."""

import re
from collections import Counter, defaultdict
from collections.abc import Iterable
from dataclasses import dataclass, field
from pathlib import Path

NOISE = re.compile(r'#*"""[\s\S]*?"""#*|/\*[\s\S]*?\*/|//[^\n]*|"(?:\\.|[^"\\\n])*"')
ATTRIBUTES = r"(?:@\w+(?:\([^)\n]*\))?\s+)*"
LEVELS = r"((?:\w+(?:\(set\))?[ ]+)*?)"
TOP_LEVEL = re.compile(
    rf"^{ATTRIBUTES}{LEVELS}(?:class|struct|enum|protocol|actor|typealias)\s+(\w+)", re.MULTILINE
)
NESTED = re.compile(r"^[ \t]+[^\n]*?\b(?:class|struct|enum|protocol|actor|typealias)\s+(\w+)", re.MULTILINE)
MEMBER = re.compile(rf"^[ \t]+{ATTRIBUTES}{LEVELS}(?:func|var|let)\s+(\w+)", re.MULTILINE)
IMPORT = re.compile(
    r"^\s*(.*?)\bimport\s+(?:(?:class|struct|enum|protocol|func|var|let|typealias)\s+)?(\w+)", re.MULTILINE
)
TARGET = re.compile(r"\.(target|testTarget|executableTarget|plugin|macro)\s*\(\s*name:\s*\"([^\"]+)\"")
SAID_BESIDE = re.compile(r"/\*[\s\S]*?\*/|(?<!:)//[^\n]*")
PATH = re.compile(r"\bpath:\s*\"([^\"]+)\"")
QUOTED = re.compile(r"\"([^\"]+)\"")
WORD = re.compile(r"(?<![\w.`@#])[A-Z]\w*")
ASKED = re.compile(r"(?<=[\w)\]?!]\.)[a-z]\w*")
SHOWN = {"public", "open", "package"}


@dataclass
class _Module:
    types: dict[str, bool] = field(default_factory=dict)
    """Its types, and whether others see them."""
    members: dict[str, bool] = field(default_factory=dict)
    needs: set[str] = field(default_factory=set)
    passed_on: set[str] = field(default_factory=set)


def resolve_swift(root: Path, texts: Iterable[tuple[str, str]]) -> tuple[Counter[str], Counter[str]]:
    """Return how often each type, and each member of a name that is given once, is used where it is seen,
    and how often a target imports another that its package file does not let it import."""
    folders, needs = _read_packages(root)
    clean = {path: NOISE.sub(lambda found: "\n" * found[0].count("\n"), text) for path, text in texts}
    module_of = {path: _module_of(path, folders) for path in clean}
    modules: dict[str, _Module] = defaultdict(_Module)
    for name, needed in needs.items():
        modules[name].needs = needed
    given: Counter[str] = Counter()
    for path, text in clean.items():
        own = modules[module_of[path]]
        for found in TOP_LEVEL.finditer(text):
            if not {"private", "fileprivate"} & set(found[1].split()):
                own.types[found[2]] = bool(SHOWN & set(found[1].split()))
        for found in MEMBER.finditer(text):
            given[found[2]] += 1
            own.members[found[2]] = bool(SHOWN & set(found[1].split())) or "public extension" in text
        own.passed_on |= {found[2] for found in IMPORT.finditer(text) if "_exported" in found[1]}
    uses: Counter[str] = Counter()
    refused: Counter[str] = Counter()
    for path, text in clean.items():
        uses += _count_uses(text, module_of[path], modules, given, refused)
    return uses, +refused


def _count_uses(
    text: str, own: str, modules: dict[str, _Module], given: Counter[str], refused: Counter[str]
) -> Counter[str]:
    uses: Counter[str] = Counter()
    seen = {own: True}
    for found in IMPORT.finditer(text):
        for name in (found[2], *modules.get(found[2], _Module()).passed_on):
            if name in modules and name != own:
                seen[name] = seen.get(name, False) or "@testable" in found[1]
                unknown = bool(own) and name not in modules[own].needs
                refused[f"{own} imports {name} without leave"] = int(unknown)
    types = {
        name
        for module, whole in seen.items()
        for name, shown in modules[module].types.items()
        if whole or shown
    }
    members = {
        name
        for module, held in modules.items()
        for name, shown in held.members.items()
        if given[name] == 1 and (shown or seen.get(module, False))
    }
    nested = set(NESTED.findall(text))
    for word in WORD.finditer(IMPORT.sub("", text)):
        if word[0] in types and word[0] not in nested:
            uses[word[0]] += 1
    for word in ASKED.finditer(text):
        if word[0] in members:
            uses["." + word[0]] += 1
    return uses


def _module_of(path: str, folders: dict[str, str]) -> str:
    held = [folder for folder in folders if path.startswith(folder)]
    return folders[max(held, key=len)] if held else ""


def _read_packages(root: Path) -> tuple[dict[str, str], dict[str, set[str]]]:
    """Return the targets' folders with their names, and what each target needs."""
    folders: dict[str, str] = {}
    needs: dict[str, set[str]] = {}
    for place in sorted(root.rglob("Package.swift")):
        base = place.parent.relative_to(root).as_posix().removeprefix(".")
        text = SAID_BESIDE.sub(" ", place.read_text(encoding="utf-8", errors="replace"))
        starts = list(TARGET.finditer(text))
        for found, following in zip(starts, [*starts[1:], None], strict=True):
            said = text[found.end() : following.start() if following else len(text)]
            path = PATH.search(said)
            home = "Tests" if found[1] == "testTarget" else "Sources"
            folder = path[1].rstrip("/") if path else f"{home}/{found[2]}"
            folders[f"{base}/{folder}/".lstrip("/")] = found[2]
            needs.setdefault(found[2], set()).update(QUOTED.findall(said))
    return folders, needs

"""Write imports of the application's own modules from the root, or relative to the file, in JavaScript."""

import posixpath
import re
from collections import Counter
from collections.abc import Callable, Iterator

from yandrel.errors import RefusedError
from yandrel.languages.script.finder import Led, ending_of, is_relative
from yandrel.languages.script.grammar import TYPESCRIPT
from yandrel.languages.script.project import ENDED, load_json
from yandrel.languages.script.view import ScriptView
from yandrel.model.changes import Edit

MANIFEST = "package.json"
OPENING = re.compile(r"\A\s*\{(\s*)")
OWN_IMPORTS = re.compile(r'("imports"\s*:\s*\{)(\s*)')
NEARLY_ALL = 0.9
ROOTED = ("import", "alias")
"""The kinds of maps whose names lead to files from a root."""


def style_settings(view: ScriptView, read: Callable[[str], bytes | None]) -> dict[str, bytes]:
    """Return the package.json that imports from the root need; nothing where an alias leads there already.

    Raises RefusedError where there is none, or where what is compiled would not find the same files.
    """
    if any(known.kind in ROOTED and "*" in known.pattern for known in view.project.maps):
        return {}
    compiled = sum(map(_is_compiled, view.units.facts))
    if compiled * 2 > len(view.units.facts):
        raise RefusedError(
            "TypeScript needs a name for the root that what runs the code knows, too",
            where="tsconfig.json", todo='write one into paths first, such as "@/*": ["./src/*"]',
        )  # fmt: skip
    manifests = [path for path in view.units.files if path.rpartition("/")[2] == MANIFEST]
    place = min(manifests, key=lambda path: (path.count("/"), path), default="")
    raw = read(place) if place else None
    if raw is None:
        raise RefusedError("there is no package.json to name the root in", where="move --imports")
    above = place.rpartition("/")[0]
    folder = _source_folder(view, above + "/" if above else "")
    name = f"#{folder or 'app'}/*"
    return {place: with_import(raw.decode("utf-8"), name, f"./{folder}/*" if folder else "./*").encode()}


def _is_compiled(unit: str) -> bool:
    """Whether a file is TypeScript that something must compile: no declarations alone."""
    return unit.endswith(TYPESCRIPT) and not ending_of(unit).startswith(".d.")


def _source_folder(view: ScriptView, above: str) -> str:
    """Return the folder right below another that nearly all climbing imports lead into; nothing for none."""
    tops: Counter[str] = Counter()
    for unit, facts in view.units.facts.items():
        for item in facts.imports:
            led = view.finder.find(item.module, unit) if item.module.startswith("..") else None
            if led is not None and led.path.startswith(above):
                tops[led.path[len(above) :].rpartition("/")[0].partition("/")[0]] += 1
    top, count = tops.most_common(1)[0] if tops else ("", 0)
    return top if count >= NEARLY_ALL * tops.total() else ""


def with_import(text: str, name: str, target: str) -> str:
    """Return a package.json whose imports have one more name."""
    entry = f'"{name}": "{target}"'
    own = OWN_IMPORTS.search(text)
    if own is not None and "imports" in load_json(text.encode()):
        return f"{text[: own.end()]}{entry},{own[2]}{text[own.end() :]}"
    opening = OPENING.search(text)
    if opening is None:
        raise RefusedError("is not written as an object", where=MANIFEST)
    gap = opening[1] if "\n" in opening[1] else " "
    return f'{text[: opening.end()]}"imports": {{ {entry} }},{gap}{text[opening.end() :]}'


def restyle(view: ScriptView, unit: str, rooted: bool) -> Iterator[Edit]:
    """Yield the edits that write the imports of a unit in one style; what cannot be said so stays."""
    finder = view.finder
    seen = set()
    for item in view.units.facts[unit].imports:
        if not item.module_end or item.module_start in seen:
            continue
        seen.add(item.module_start)
        led = finder.find(item.module, unit)
        if led is None or is_relative(item.module) is not rooted:
            continue
        if not rooted and (led.via is None or led.via.kind not in ROOTED):
            continue
        new = _rooted(view, unit, item.module, led) if rooted else _relative(view, unit, led)
        if new:
            yield Edit(item.module_start, item.module_end, new.encode())


def _rooted(view: ScriptView, unit: str, spelled: str, led: Led) -> str:
    """Return a specifier from the root; nothing for a neighbour, which says more by a relative one."""
    if not spelled.startswith(".."):
        return ""
    found = []
    for known in view.finder.maps_for(unit):
        if known.kind not in ROOTED or "*" not in known.pattern:
            continue
        if known.kind == "import" and _is_compiled(unit) and not _finds_as_node(view, unit):
            continue
        # Node asks for whole endings in names from a package's own imports.
        ended = led.path if known.kind == "import" else _as_written(led)
        for target in known.targets:
            head, _, tail = target.partition("*")
            if ended.startswith(head) and ended.endswith(tail):
                text = known.pattern.replace("*", ended[len(head) : len(ended) - len(tail) or None])
                there = view.finder.find(text, unit)
                if there is not None and there.path == led.path:
                    found.append(text)
    return min(found, key=len, default="")


def _finds_as_node(view: ScriptView, unit: str) -> bool:
    """Whether the compiler finds modules as Node does, so that it knows a package's own imports."""
    return any(known.pattern == ENDED for known in view.finder.maps_for(unit))


def _as_written(led: Led) -> str:
    """Return a path with its ending as the relative specifier had it."""
    ending = ending_of(led.path)
    stem = led.path.removesuffix(ending)
    if led.style == "bare":
        return stem
    if led.style == "folder":
        return stem.rpartition("/")[0]
    return stem + led.style[3:] if led.style.startswith("as ") else led.path


def _relative(view: ScriptView, unit: str, led: Led) -> str:
    """Return a relative specifier, its ending as the other one had it."""
    text = posixpath.relpath(_as_written(led), posixpath.dirname(unit) or ".")
    text = text if text.startswith(".") else "./" + text
    there = view.finder.find(text, unit)
    return text if there is not None and there.path == led.path else ""

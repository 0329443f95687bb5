"""Kinds of files: the application's own server code, what tools make, what browsers run, copied packages."""

from collections import Counter
from collections.abc import Iterable

from yandrel.index.code import CodeIndex
from yandrel.index.scanning import SERVED
from yandrel.languages.deeds import KINDS, PACKED
from yandrel.model.facts import Facts
from yandrel.survey.generated import MADE
from yandrel.survey.vocabulary import OF_BROWSERS, OF_SERVERS

GENERATED = "generated"
CLIENT = "client"
VENDORED = "vendored"
COPIES = frozenset(
    ["vendor", "vendored", "_vendor", "third_party", "third-party", "thirdparty", "node_modules",
     "bower_components", "extlib", "externals"]
)  # fmt: skip
"""Folders of copied packages."""
SEEN = frozenset(
    ["frontend", "client", "browser", "gui", "ui", "webapp", "web", "spa", "js", "javascript", "javascripts",
     "components", "views", "pages", "dashboard", "skin", "templates", "next-gen-gui", "webui", "web-src"]
)  # fmt: skip
"""Folders that often hold what browsers run, where the files themselves say so too."""
OF_PACKAGES = frozenset(
    ["lib", "libs", "vendor", "plugins", "jquery", "bootstrap", "dist", "third", "tinymce"]
)
"""Folders within SERVED that hold copies of packages."""
FOR_BROWSERS = (".vue", ".svelte", ".astro")
BY_BROWSER_NAMES = ("window.", "document.", "angular.", "jQuery", "$.", "ko.", "Vue.", "define", "Ember.")
FEW = 3
MOST = 0.6
DENSE = 4.0
"""How many words of the browser in a hundred lines."""


def find_kinds(index: CodeIndex) -> dict[str, str]:
    """Return the units that are not the application's own server code, with what they are."""
    found: dict[str, str] = {}
    total = len(index.facts)
    copies = _copied(index.facts)
    few = {folder for folder, count in copies.items() if count > MOST * total}
    for unit, facts in index.facts.items():
        kind = _kind_by_itself(unit, facts, few, index.language(unit).runs_in_browsers)
        if kind:
            found[unit] = kind
    found.update(_clients(index, found))
    return found


def _copied(units: Iterable[str]) -> Counter[str]:
    held: Counter[str] = Counter()
    for unit in units:
        held.update(set(unit.split("/")[:-1]) & COPIES)
    return held


def _kind_by_itself(unit: str, facts: Facts, ignored: set[str], script: bool) -> str:
    """Return the kind that a unit's own path and looks tell."""
    folders = unit.lower().split("/")[:-1]
    if any(folder in COPIES and folder not in ignored for folder in unit.split("/")[:-1]):
        return VENDORED
    if facts.maker == GENERATED or MADE.match(unit):
        return GENERATED
    if not script:
        return ""
    if facts.maker == PACKED or unit.endswith((".min.js", ".bundle.js", ".min.mjs")):
        return GENERATED
    served = next((n for n, folder in enumerate(folders) if folder in SERVED), -1)
    if served >= 0 and not _serves(facts):
        if facts.maker == "licensed" or set(folders[served + 1 :]) & OF_PACKAGES:
            return VENDORED
    return ""


def _serves(facts: Facts) -> bool:
    """Whether a script imports what only servers have."""
    return any(_package_of(item.module) in OF_SERVERS for item in facts.imports)


def _package_of(module: str) -> str:
    module = module.removeprefix("node:")
    if module.startswith("@"):
        scope = module.split("/")[0]
        return scope if scope in OF_SERVERS or scope in OF_BROWSERS else "/".join(module.split("/")[:2])
    return module.split("/")[0]


def _clients(index: CodeIndex, known: dict[str, str]) -> dict[str, str]:
    """Return the scripts that only a browser runs: by folders and content, then by what imports them."""
    sure: set[str] = set()
    shown: set[str] = set()
    doubtful: set[str] = set()
    scripts = [u for u in index.facts if u not in known and index.language(u).runs_in_browsers]
    for unit in scripts:
        facts = index.facts[unit]
        folders = set(unit.lower().split("/")[:-1])
        if _serves(facts):
            continue
        if unit.endswith(FOR_BROWSERS) or _imports_for_browsers(facts):
            sure.add(unit)
        elif _shows_browser(facts):
            shown.add(unit)
        elif folders & SERVED and not _is_module_of_node(index, unit, facts):
            sure.add(unit)
        elif folders & SEEN:
            doubtful.add(unit)
    sure |= shown - _used_by_others(index, scripts, shown, sure | shown | doubtful)
    sure |= _in_folders_of_clients(scripts, sure, doubtful)
    sure |= _imported_by_clients_only(index, scripts, sure)
    return dict.fromkeys(sure, CLIENT)


def _imports_for_browsers(facts: Facts) -> bool:
    return any(_package_of(item.module) in OF_BROWSERS for item in facts.imports)


def _used_by_others(index: CodeIndex, scripts: list[str], shown: set[str], clients: set[str]) -> set[str]:
    """Return those that only show it by their words, and are imported where no browser is."""
    return {
        edge.unit
        for unit in scripts
        if shown and unit not in clients
        for edge in index.edges_of(unit)
        if edge.unit in shown
    }


def _shows_browser(facts: Facts) -> bool:
    """Whether a script calls what only browsers have, or names much of it."""
    if any(call.startswith(BY_BROWSER_NAMES) or call in ("$", "define", "angular") for call in facts.calls):
        return True
    if not facts.deeds:
        return False
    browses = facts.deeds[KINDS.index("browses")]
    answers = facts.deeds[KINDS.index("answers")]
    return browses >= FEW and browses * 100.0 / (facts.lines + 15) > DENSE and browses > 3 * answers


def _is_module_of_node(index: CodeIndex, unit: str, facts: Facts) -> bool:
    """Whether a script in a folder that is served uses `require` or imports from outside of that folder."""
    served = next(n for n, folder in enumerate(unit.lower().split("/")) if folder in SERVED)
    folder = "/".join(unit.split("/")[: served + 1]) + "/"
    return any(edge.unit and not edge.unit.startswith(folder) for edge in index.edges_of(unit))


def _in_folders_of_clients(scripts: list[str], sure: set[str], doubtful: set[str]) -> set[str]:
    """Return the doubtful ones in folders of which many scripts are surely for browsers."""
    held: Counter[str] = Counter()
    clients: Counter[str] = Counter()
    for unit in scripts:
        for folder in _around(unit):
            held[folder] += 1
            clients[folder] += unit in sure
    return {
        unit
        for unit in doubtful
        if any(
            clients[folder] >= FEW and clients[folder] * 3 > held[folder]
            for folder in _around(unit)
            if folder.rpartition("/")[2].lower() in SEEN
        )
    }


def _around(unit: str) -> list[str]:
    parts = unit.split("/")[:-1]
    return ["/".join(parts[:cut]) for cut in range(1, len(parts) + 1)]


def _imported_by_clients_only(index: CodeIndex, scripts: list[str], sure: set[str]) -> set[str]:
    """Return what clients import and nothing else does, again and again."""
    users: dict[str, set[str]] = {}
    if sure:
        for unit in scripts:
            for edge in index.edges_of(unit):
                if edge.unit and edge.unit != unit:
                    users.setdefault(edge.unit, set()).add(unit)
    found: set[str] = set()
    waiting = [unit for unit in scripts if unit not in sure and not _serves(index.facts[unit])]
    while True:
        more = {
            unit for unit in waiting if unit not in found and users.get(unit) and users[unit] <= sure | found
        }  # fmt: skip
        if not more:
            return found
        found |= more

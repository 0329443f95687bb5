"""Read the surroundings of new code: the application's package, its framework, its homes."""

from collections import Counter
from collections.abc import Mapping

from yandrel.errors import CallError
from yandrel.index.code import CodeIndex
from yandrel.layout.config import Layout
from yandrel.model.scaffold import Concept
from yandrel.survey.picture import Picture


def framework_of(index: CodeIndex, known: tuple[str, ...]) -> str:
    """Return which of some frameworks most units import; nothing where none is used."""
    counts: Counter[str] = Counter()
    for facts in index.facts.values():
        tops = {(item.module or item.names[0].name).partition(".")[0] for item in facts.imports if item.names}
        counts.update(tops & set(known))
    return counts.most_common(1)[0][0] if counts else ""


def package_of_homes(layout: Layout) -> str:
    """Return the folder that most homes lie in: the application's package, "" for the root."""
    counts: Counter[str] = Counter()
    for role in layout.roles.values():
        if role.name == "test":
            continue
        for home in role.homes[:1]:
            folder = home.fixed_start.rstrip("/")
            counts[folder.partition("/")[0] if "." not in folder.partition("/")[0] else ""] += 1
    return counts.most_common(1)[0][0] if counts else ""


def fill_homes(layout: Layout, concept: Concept) -> dict[str, str]:
    """Return where the unit of each role goes for a concept; roles that ask for more are left out."""
    values = {"name": concept.one, "domain": concept.many}
    homes: dict[str, str] = {}
    for role in layout.roles.values():
        if not role.homes:
            continue
        pattern = role.homes[0]
        needed = pattern.placeholders()
        if role.name == "middleware":
            homes[role.name] = pattern.fill({**values, "name": "errors"})
        elif role.name == "error" and needed <= {"name"}:
            homes[role.name] = pattern.fill({**values, "name": "not_found"})
        elif needed <= {"name", "domain"}:
            homes[role.name] = pattern.fill(values)
        elif role.name in ("migration", "test"):
            homes[role.name] = pattern.text
    return homes


def fill_test_home(layout: Layout, homes: Mapping[str, str], concept: Concept) -> str:
    """Return where a domain's tests go."""
    role = layout.roles.get("test")
    if role is None or not role.homes:
        return ""
    pattern = role.homes[0]
    tested = homes.get("route") or homes.get("controller") or homes.get("service") or ""
    values = {"name": concept.one, "domain": concept.many, "home": "", "unit": concept.many}
    if "unit" in pattern.placeholders() and tested:
        values["unit"] = tested.rpartition("/")[2].rpartition(".")[0]
        values["home"] = tested.rpartition("/")[0].partition("/")[2]
    return pattern.fill(values)


def check_name(name: str, keywords: frozenset[str], what: str) -> str:
    """Return a name in snake case; raises CallError where it cannot be one."""
    from yandrel.model.words import snake, words_of

    if not words_of(name) or not name.replace("-", "_").isidentifier():
        raise CallError(f"{name!r} is no name for {what}", todo="begin with a letter; letters, digits and _")
    cleaned = snake(name)
    if cleaned in keywords or name in keywords:
        raise CallError(f"{name} is a word of the language", todo="choose another name")
    return cleaned


def mounted_under(picture: Picture, prefix: str, scaffolder: object) -> str:
    """Return the unit that has the prefix already, or nothing."""
    from yandrel.languages.protocol import Scaffolder

    assert isinstance(scaffolder, Scaffolder)
    index = picture.index
    wanted = prefix.strip("/")
    for unit in index.facts:
        if picture.role(unit) == "test" or not unit.endswith(scaffolder.suffix):
            continue
        for known in scaffolder.prefixes(index.read_source(unit).data):
            if known.strip("/") == wanted:
                return unit
    return ""

"""Home patterns found by looking: what the paths of each role's units are instances of."""

from bisect import bisect_left
from collections import Counter
from collections.abc import Callable, Iterable, Iterator
from dataclasses import dataclass
from functools import cached_property, partial
from posixpath import commonpath

from yandrel.layout.config import SHARED
from yandrel.layout.patterns import compile_pattern
from yandrel.model.words import singular, words_of
from yandrel.survey.concepts import ROLE_WORDS, TEST_FOLDERS, tells_role
from yandrel.survey.name_patterns import headed_pattern, placeholder_of, stem_pattern, style_of
from yandrel.survey.picture import OUTSIDE_THE_COUNT, Picture

MOST = 0.8
RIGHT_OFTEN_ENOUGH = 0.6
TOLD_OFTEN_ENOUGH = 0.4
PER_ROLE = 8
AREA = "{area}"
"""Stands for the one folder in which places that are otherwise alike differ."""
FEWEST_IN_A_TREE = 3


@dataclass
class RoleHomes:
    """The home patterns of one role, and the units that they were found by."""

    role: str
    homes: list[str]
    units: list[str]


@dataclass(frozen=True)
class Guess:
    """A pattern that a unit's path may be an instance of; `told` where it says the role itself."""

    pattern: str
    told: bool


def find_homes(picture: Picture) -> list[RoleHomes]:
    """Return the home patterns that the units of each role suggest, those that say most first."""
    places = Places(picture)
    found = []
    for role, units in places.by_role.items():
        own = [unit for unit in units if not places.strays(unit, role)]
        tests = role == "test"
        chosen = _choose_tests(own, picture) if tests else RolePatterns(places, role, own).choose()
        found.append(RoleHomes(role, chosen, own or units))
    rests = RestsOfFolders(places, found)
    rests.keep()
    for home in found:
        left = [unit for unit in home.units if unit not in rests.placed] if home.role != "test" else []
        home.homes += sorted(left) if len(left) <= PER_ROLE else []
    return found


class Places:
    """The roles of the files in each folder."""

    def __init__(self, picture: Picture) -> None:
        self.picture = picture
        self.by_role: dict[str, list[str]] = {}
        self.here: dict[str, Counter[str]] = {}
        self.below: dict[str, Counter[str]] = {}
        for unit, reading in picture.readings.items():
            if not self._counts(unit, reading.role):
                continue
            if reading.role:
                self.by_role.setdefault(reading.role, []).append(unit)
            self.here.setdefault(folder_of(unit), Counter())[reading.role] += 1
            for folder in _folders_above(unit):
                self.below.setdefault(folder, Counter())[reading.role] += 1
        self.units = sorted(unit for unit in picture.readings if self._counts(unit, picture.role(unit)))
        self.styles_by_ending: dict[str, str] = {}

    def _counts(self, unit: str, role: str) -> bool:
        uncounted = role in OUTSIDE_THE_COUNT
        if uncounted and self.picture.index.language(unit).is_package_marker(unit):
            return False
        return uncounted or self.picture.is_counted(unit)

    def owner(self, folder: str) -> str:
        """Return the role that nearly all units of a folder have."""
        return _ruling(self.here.get(folder, Counter()))

    def tree_owner(self, folder: str) -> str:
        """Return the role that nearly all units in and below a folder have."""
        return _ruling(self.below.get(folder, Counter()))

    def strays(self, unit: str, role: str) -> bool:
        """Whether a unit is in another role's folder, while its own role has a folder elsewhere."""
        if self.owner(folder_of(unit)) in ("", role):
            return False
        others = (other for other in self.by_role[role] if other != unit)
        return any(self.owner(folder_of(other)) in ("", role) for other in others)

    def fitting(self, pattern: str) -> list[str]:
        """Return all units that a pattern fits, of whatever role."""
        compiled = compile_pattern(pattern)
        start = compiled.fixed_start
        found = []
        for unit in self.units[bisect_left(self.units, start) :]:
            if not unit.startswith(start):
                break
            if compiled.match(unit) is not None:
                found.append(unit)
        return found

    @cached_property
    def branching(self) -> set[str]:
        """The folders in which more than one domain has a folder of its own."""
        domains: dict[str, set[str]] = {}
        for unit in self.units:
            at = self.domain_position(unit)
            if at >= 0:
                segments = unit.split("/")
                domains.setdefault("/".join(segments[:at]), set()).add(singular(segments[at]))
        return {folder for folder, found in domains.items() if len(found) > 1}

    def domain_position(self, unit: str) -> int:
        """Return which folder of a path is its domain's own, or -1."""
        domain = self.picture.domain(unit)
        if not domain or domain == SHARED:
            return -1
        role = self.picture.role(unit)
        for position, segment in enumerate(unit.split("/")[:-1]):
            if segment.lower() in ROLE_WORDS or tells_role(segment, role) or not style_of(segment):
                continue
            if singular(segment) == singular(domain):
                return position
        return -1

    @cached_property
    def styles(self) -> dict[str, Counter[str]]:
        """The case forms of the folders of several words, by the folder that they stand in."""
        found: dict[str, Counter[str]] = {}
        for above, _, name in {folder.rpartition("/") for folder in self.below}:
            if len(words_of(name)) > 1 and style_of(name):
                found.setdefault(above, Counter())[style_of(name)] += 1
        return found

    def style_of_files(self, pattern: str) -> str:
        """Return the case form of nearly all files of several words with a pattern's ending, if any."""
        ending = pattern.rpartition(".")[2]
        if ending not in self.styles_by_ending:
            stems = (unit.rpartition("/")[2].rpartition(".") for unit in self.units)
            own = [stem.partition(".")[0] for stem, _, found in stems if found == ending]
            styles = Counter(style_of(stem) for stem in own if len(words_of(stem)) > 1)
            style, most = styles.most_common(1)[0] if styles else ("", 0)
            told = most >= FEWEST_IN_A_TREE and most >= MOST * styles.total()
            self.styles_by_ending[ending] = style if told else ""
        return self.styles_by_ending[ending]

    def _style_beside(self, above: list[str], name: str) -> str:
        """Return the case form of a folder; one word, which is alike in most, goes by those beside it."""
        beside = self.styles.get("/".join(above), Counter()).most_common(1)
        return beside[0][0] if len(words_of(name)) == 1 and name.islower() and beside else style_of(name)

    def guesses(self, unit: str, role: str) -> Iterator[Guess]:
        """Yield the patterns that a unit's path may be an instance of, the widest first."""
        folder, _, name = unit.rpartition("/")
        stem, dot, ending = name.rpartition(".")
        segments = folder.split("/") if folder else []
        telling = {segment for segment in segments if tells_role(segment, role)}
        here = self.here.get(folder, Counter())
        own = here[role] >= FEWEST_IN_A_TREE and here[role] >= RIGHT_OFTEN_ENOUGH * here.total()
        said = bool(segments) and (segments[-1].lower() in ROLE_WORDS or singular(segments[-1]) == role)
        open_name = own or said or bool(telling.intersection(segments[-1:]))
        pattern, told = stem_pattern(stem, role, segments[-1] if segments else "", open_name)
        at = self.domain_position(unit)
        if at >= 0 and "/".join(segments[:at]) in self.branching:
            domain = placeholder_of("domain", self._style_beside(segments[:at], segments[at]))
            opened = [*segments[:at], domain, *segments[at + 1 :]]
            yield Guess("/".join([*opened, pattern]) + dot + ending, told)
        yield Guess("/".join([*segments, pattern]) + dot + ending, told or said)
        headed, told_first = headed_pattern(stem, role)
        for name_pattern, says in ((pattern, told), (headed, told_first)):
            for position in range(len(segments)) if says else ():
                opened = [*segments[:position], AREA, *segments[position + 1 :]]
                yield Guess("/".join([*opened, name_pattern]) + dot + ending, True)
        if headed and (told_first or pattern == stem):
            yield Guess("/".join([*segments, headed]) + dot + ending, told_first)


def _ruling(roles: Counter[str]) -> str:
    if not roles:
        return ""
    role, most = roles.most_common(1)[0]
    return role if most >= FEWEST_IN_A_TREE and most >= MOST * sum(roles.values()) else ""


def folder_of(unit: str) -> str:
    return unit.rpartition("/")[0]


def _folders_above(unit: str) -> Iterator[str]:
    folder = folder_of(unit)
    while folder:
        yield folder
        folder = folder_of(folder)


class RolePatterns:
    """Chooses the patterns of one role out of those that its units suggest."""

    def __init__(self, places: Places, role: str, own: list[str]) -> None:
        self.places = places
        self.role = role
        self.own = own
        self.left = set(own)
        self.kept: list[str] = []
        self.fits: dict[str, set[str]] = {}
        guesses: dict[str, bool] = {}
        for unit in own:
            for guess in places.guesses(unit, role):
                guesses[guess.pattern] = guesses.get(guess.pattern, False) or guess.told
        for pattern, told in guesses.items():
            self._consider(pattern, told)

    def _consider(self, pattern: str, told: bool) -> None:
        if "{" not in pattern:
            return
        every = self.places.fitting(pattern)
        mine = set(every) & self.left
        enough = TOLD_OFTEN_ENOUGH if told else RIGHT_OFTEN_ENOUGH
        several = len({folder_of(unit) for unit in mine}) > 1 or AREA not in pattern
        if (len(mine) > 1 or told) and len(mine) >= enough * len(every) and several:
            self.fits[pattern] = mine

    def choose(self) -> list[str]:
        if self.role == "migration":
            self._keep_all({_version_folder(unit) for unit in self.own})
        self._keep_named_alike()
        self._keep_folders_alike()
        self._keep_trees(fewest_patterns=3)
        while self.left and len(self.kept) < PER_ROLE and self._keep_widest():
            pass
        self._keep_trees(fewest_patterns=1)
        return self.kept

    def _keep_all(self, patterns: Iterable[str]) -> None:
        for pattern in sorted(patterns):
            self._keep(pattern)

    def _keep(self, pattern: str) -> None:
        if pattern:
            fitting = self.places.fitting(pattern)
            self.kept.append(_in_their_form(pattern, fitting, self.places.style_of_files(pattern)))
            self.left -= set(fitting)

    def _keep_widest(self) -> bool:
        gains = {pattern: len(mine & self.left) for pattern, mine in self.fits.items()}
        most = max(gains.values(), default=0)
        if not most:
            return False
        enough = RIGHT_OFTEN_ENOUGH * most
        worth = [p for p in gains if gains[p] >= (enough if _is_named(p) else most)]
        self._keep(max(worth, key=lambda p: (_is_named(p), gains[p], "{domain" in p, -len(p), p)))
        return True

    def _keep_named_alike(self) -> None:
        """Keep one pattern for units in many kinds of folder whose files are all called the same."""
        alike = _most_alike(self.left, lambda unit: unit.rpartition("/")[2])
        told = max((len(mine & alike) for mine in self.fits.values()), default=0)
        folders = {folder_of(unit) for unit in alike}
        if len(folders) < FEWEST_IN_A_TREE or told >= RIGHT_OFTEN_ENOUGH * len(alike):
            return
        folder, name = commonpath(folders), next(iter(alike)).rpartition("/")[2]
        pattern = f"{folder}/**/{name}" if folder else f"**/{name}"
        every = self.places.fitting(pattern)
        if len(alike.intersection(every)) >= MOST * len(every):
            self._keep(pattern)

    def _keep_folders_alike(self) -> None:
        """Keep a pattern for a folder of the role's in which each has its own folder, with a file alike."""
        for tree in self._trees():
            inside = {unit for unit in self.left if unit.startswith(tree + "/")}
            alike = _most_alike(inside, partial(_without_own_folder, tree))
            if len({folder_of(unit) for unit in alike}) < FEWEST_IN_A_TREE:
                continue
            domains = [unit for unit in alike if self.places.domain_position(unit) == tree.count("/") + 1]
            hole = "{domain}" if len(domains) > len(alike) / 2 else AREA
            name = next(iter(alike)).rpartition("/")[2]
            self._keep(f"{tree}/{hole}/{name}")

    def _keep_trees(self, fewest_patterns: int) -> None:
        """Keep a pattern for each folder that is the role's as a whole and says more than its parts do."""
        for folder in self._trees():
            inside = {unit for unit in self.left if unit.startswith(folder + "/")}
            patterns = [pattern for pattern, mine in self.fits.items() if mine & inside]
            folders = {folder_of(unit) for unit in inside}
            if len(inside) < FEWEST_IN_A_TREE or len(patterns) < fewest_patterns or len(folders) < 2:
                continue
            self._keep(self._tree_pattern(folder, inside))

    def _trees(self) -> list[str]:
        own = {folder for unit in self.own for folder in _folders_above(unit)}
        ruled = {folder for folder in own if self.places.tree_owner(folder) == self.role}
        tops = sorted(f for f in ruled if not any(above in ruled for above in _folders_above(f)))
        return [self._narrowed(top) for top in tops]

    def _narrowed(self, folder: str) -> str:
        """Return the innermost folder that holds all of the role's units below a folder."""
        inside = [folder_of(unit) for unit in self.own if unit.startswith(folder + "/")]
        return commonpath(inside)

    def _tree_pattern(self, folder: str, inside: set[str]) -> str:
        names = Counter(
            guess.pattern.rpartition("/")[2]
            for unit in inside
            for guess in self.places.guesses(unit, self.role)
            if _is_named(guess.pattern)
        )
        if names:
            name, count = names.most_common(1)[0]
            if count >= MOST * len(inside):
                return f"{folder}/**/{name}"
        return f"{folder}/**"


def _most_alike(units: set[str], key: Callable[[str], str]) -> set[str]:
    """Return the units that have the most frequent key, where nearly all have it; an empty key is none."""
    by_key: dict[str, set[str]] = {}
    for unit in sorted(units):
        by_key.setdefault(key(unit), set()).add(unit)
    by_key.pop("", None)
    most = max(by_key.values(), key=len, default=set())
    return most if len(most) >= max(FEWEST_IN_A_TREE, MOST * len(units)) else set()


def _without_own_folder(tree: str, unit: str) -> str:
    """Return a unit's file name where it stands in a folder right below another one."""
    own, _, name = unit[len(tree) + 1 :].partition("/")
    return name if own and "/" not in name else ""


class RestsOfFolders:
    """Gives a role what no other pattern places of a folder, where nearly all of that is the role's."""

    def __init__(self, places: Places, found: list[RoleHomes]) -> None:
        self.places = places
        self.found = found
        patterns = [pattern for home in found for pattern in home.homes if "{home}" not in pattern]
        self.placed = {unit for pattern in patterns for unit in places.fitting(pattern)}

    def keep(self) -> None:
        for home in sorted(self.found, key=lambda home: -len(home.units)):
            if home.role == "test":
                continue
            while folder := self._widest_rest(home):
                home.homes.append(f"{folder}/**")
                self.placed.update(self.places.fitting(f"{folder}/**"))

    def _widest_rest(self, home: RoleHomes) -> str:
        """Return the folder of which the role has most that is left, or nothing."""
        left = [unit for unit in home.units if unit not in self.placed]
        mine = Counter(folder for unit in left for folder in _folders_above(unit))
        rests: dict[str, Counter[str]] = {}
        for unit in self.places.units if len(left) >= FEWEST_IN_A_TREE else ():
            for folder in _folders_above(unit) if unit not in self.placed else ():
                rests.setdefault(folder, Counter())[self.places.picture.role(unit)] += 1
        ruled = [folder for folder in mine if _is_ruled(folder, rests.get(folder, Counter()), home.role)]
        return max(ruled, key=lambda folder: (mine[folder], len(folder)), default="")


def _is_ruled(folder: str, rest: Counter[str], role: str) -> bool:
    """Whether what is left of a folder is a role's: nearly all, or most where the folder is named for it."""
    named = singular(folder.rpartition("/")[2].lower()) == role
    told = rest.total() - rest[""]
    return (
        rest[role] >= FEWEST_IN_A_TREE
        and rest[role] >= (RIGHT_OFTEN_ENOUGH if named else MOST) * told
        and rest[role] >= RIGHT_OFTEN_ENOUGH * rest.total()
    )


def _in_their_form(pattern: str, units: list[str], usual: str) -> str:
    """Return a pattern with its names in the form that most names of several words have.

    Names of one word are alike in most forms, and a pattern without a form fits them all; where there
    are no others, files have the form that is `usual` elsewhere, if any is.
    """
    compiled = compile_pattern(pattern)
    found = [values for unit in units if (values := compiled.find_values(unit)) is not None]
    open_parts = [part for part in compiled.parts if part.kind == "placeholder"]
    for position, part in enumerate(open_parts):
        names = [values[position] or "" for values in found]
        styles = Counter(style_of(n) for n in names if len(words_of(n)) > 1 and style_of(n))
        if not styles and part.text == "name":
            styles[usual] += 1
        if part.forms or part.text not in ("name", "domain") or not "".join(styles):
            continue
        styled = pattern.replace(f"{{{part.text}}}", placeholder_of(part.text, styles.most_common(1)[0][0]))
        if all(compile_pattern(styled).match(unit) for unit in units):
            pattern = styled
    return pattern


def _is_named(pattern: str) -> bool:
    """Whether a pattern asks for more of a file's name than its ending."""
    stem = pattern.rpartition("/")[2].rpartition(".")[0]
    return "{" in stem and not (stem.startswith("{") and stem.endswith("}"))


def _version_folder(unit: str) -> str:
    folder = folder_of(unit)
    return f"{folder}/**" if folder.rpartition("/")[2] in ("migrations", "versions") else ""


# -- tests ---------------------------------------------------------------------------------


def _choose_tests(units: list[str], picture: Picture) -> list[str]:
    """Return the patterns of tests: folders of their own, or beside what they test."""
    patterns: Counter[str] = Counter(pattern_of_test(unit) for unit in units)
    beside = [pattern for pattern in patterns if not pattern.endswith("/**")]
    homes = Counter(pattern.rpartition("/")[2] for pattern in beside)
    told = {name for name, count in homes.items() if count >= FEWEST_IN_A_TREE and "{unit}" in name}
    for unit in units:
        name = pattern_of_test(unit).rpartition("/")[2]
        if "{unit}" in name and _tested_by(unit, name) in picture.readings:
            told.add(name)
    kept = [f"{{home}}/{name}" for name in sorted(told)]
    kept += [pattern for pattern in beside if pattern in told]
    kept += [pattern for pattern in beside if pattern.rpartition("/")[2] not in told and "{" in pattern]
    kept += _gather_trees(pattern for pattern in patterns if pattern.endswith("/**"))
    rest = [pattern for pattern in beside if pattern.rpartition("/")[2] not in told and "{" not in pattern]
    return [*kept, *(rest if len(rest) <= PER_ROLE else [])]


def _gather_trees(trees: Iterable[str]) -> list[str]:
    """Return patterns of folders of tests, with one for those of one name that stand in several places."""
    by_name: dict[str, list[str]] = {}
    for tree in trees:
        by_name.setdefault(tree.removesuffix("/**").rpartition("/")[2], []).append(tree)
    return [
        pattern
        for name, found in by_name.items()
        for pattern in ([f"**/{name}/**"] if len(found) >= FEWEST_IN_A_TREE else found)
    ]


def _tested_by(test: str, pattern: str) -> str:
    """Return the unit beside a test that its name speaks of."""
    folder, _, name = test.rpartition("/")
    before, _, after = pattern.partition("{unit}")
    stem = name.removeprefix(before).removesuffix(after)
    ending = after[after.rfind(".") :]
    return f"{folder}/{stem}{ending}" if folder else stem + ending


def pattern_of_test(unit: str) -> str:
    """Return the pattern that a test's path is an instance of."""
    folder, _, name = unit.rpartition("/")
    segments = folder.split("/") if folder else []
    for position, segment in enumerate(segments):
        if segment.lower() in TEST_FOLDERS:
            return "/".join([*segments[: position + 1], "**"])
    stem, dot, ending = name.rpartition(".")
    return "/".join([*segments, _test_stem(stem) + dot + ending])


def beside_its_unit(unit: str) -> str:
    """Return the pattern of the tests that stand in one folder, by their names."""
    folder, _, name = unit.rpartition("/")
    stem, dot, ending = name.rpartition(".")
    return f"{folder}/{_test_stem(stem)}{dot}{ending}" if folder else f"{_test_stem(stem)}{dot}{ending}"


def _test_stem(stem: str) -> str:
    """Return the pattern of a test's name, which says what it tests."""
    if stem.startswith("test_"):
        return "test_{unit}"
    for tail in ("_test", "Test", "Tests", "Spec", ".test", ".spec"):
        if stem.endswith(tail) and len(stem) > len(tail):
            return "{unit}" + tail
    return stem


# -- what is new ---------------------------------------------------------------------------


def with_fillable(home: RoleHomes) -> list[str]:
    """Return the patterns of a role with one first that new units can be named by."""
    role, patterns, units = home.role, home.homes, home.units
    fillable = [pattern for pattern in patterns if compile_pattern(pattern).is_fillable()]
    placed = sorted((pattern for pattern in fillable if "{" in pattern), key=lambda text: AREA in text)
    if not patterns:
        return []
    if placed and (role != "test" or patterns[0] == placed[0]):
        return [placed[0], *(pattern for pattern in patterns if pattern != placed[0])]
    if fillable and all("{" not in pattern and "*" not in pattern for pattern in patterns):
        return patterns
    wild = next((pattern for pattern in patterns if "*" in pattern), patterns[0])
    return [_fillable_like(role, wild, units), *patterns]


def _fillable_like(role: str, wild: str, units: list[str]) -> str:
    """Return a pattern for new units below a wildcard, after the names that are there."""
    base, _, last = wild.partition("*")
    alike = last.rpartition("/")[2]
    if alike and "*" not in alike and "{" not in alike:
        return _own_folder_like(units, alike)
    if role == "test" and not base:
        return _beside_in_tree(wild.removeprefix("**/").removesuffix("/**"), units)
    inside = [unit for unit in units if unit.startswith(base)] or units
    folders = Counter(folder_of(unit) + "/" for unit in inside)
    if role != "test" and base.endswith("/") and base not in folders:
        base = folders.most_common(1)[0][0]
    names = [unit.rpartition("/")[2] for unit in inside]
    if role == "test":
        name = next((n for n in names if "{" in _test_stem(n.rpartition(".")[0])), "")
        stem, dot, ending = name.rpartition(".")
        pattern = _test_stem(stem)
        known = placeholder_of("name", style_of(stem.removesuffix(pattern.removeprefix("{unit}"))) or "snake")
        if name:
            return base + pattern.replace("{unit}", known) + dot + ending
    if _is_named(wild):
        return base + wild.rpartition("/")[2]
    stem, dot, ending = names[0].rpartition(".")
    return base + placeholder_of("name", style_of(stem) or "snake") + dot + ending


def _own_folder_like(units: list[str], name: str) -> str:
    """Return a pattern with a folder of its own for a file of that name, where most have theirs."""
    folders = [folder_of(unit) for unit in units if unit.endswith("/" + name)]
    above = Counter(folder_of(folder) for folder in folders).most_common(1)[0][0]
    styles = Counter(
        style_of(own) for folder in folders if len(words_of(own := folder[len(above) + 1 :])) > 1
    )
    styles.pop("", None)
    hole = placeholder_of("domain", styles.most_common(1)[0][0]) if styles else "{domain}"
    return f"{above}/{hole}/{name}" if above else f"{hole}/{name}"


def _beside_in_tree(name: str, units: list[str]) -> str:
    """Return the pattern of a test in a folder of that name, which stands beside what it tests."""
    inside = [unit for unit in units if name in unit.split("/")[:-1]] or units
    stem, dot, ending = inside[0].rpartition("/")[2].rpartition(".")
    told = _test_stem(stem)
    return f"{{home}}/{name}/{told if '{' in told else '{unit}'}{dot}{ending}"

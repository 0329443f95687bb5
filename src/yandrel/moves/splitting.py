"""Assign the pieces of a crowded file: by role and concept, else to their users."""

from collections.abc import Mapping
from dataclasses import dataclass, field

from yandrel.languages.registry import first_written_alike
from yandrel.layout.config import SHARED, Layout
from yandrel.layout.patterns import Pattern
from yandrel.model.split import CrowdedFile, SplitPiece
from yandrel.model.words import plural, singular

INSTEAD: dict[str, tuple[str, ...]] = {
    "route": ("route", "controller"),
    "controller": ("controller", "route"),
    "model": ("model",),
    "schema": ("schema", "model"),
    "store": ("store", "config", "model"),
    "config": ("config", "store"),
    "constant": ("config", "store", "helper"),
    "state": ("repository", "store", "service", "config", "helper"),
    "service": ("service", "helper"),
    "repository": ("repository", "service", "helper"),
    "validator": ("validator", "schema", "helper"),
    "middleware": ("middleware", "helper"),
    "migration": ("migration", "model", "helper"),
    "error": ("error", "helper"),
    "helper": ("helper", "service"),
    "": ("helper", "service"),
}
BY_USE = frozenset(["", "constant", "state", "helper", "service", "repository", "validator"])
SHARED_NAME = "common"


@dataclass
class Assignment:
    """The assignment of pieces: the target of each, or the reason why it stays."""

    targets: dict[str, str] = field(default_factory=dict)
    stays: dict[str, str] = field(default_factory=dict)


def assign_pieces(
    file: CrowdedFile, unit: str, layout: Layout, kept: Mapping[str, str], groups: Mapping[str, str],
    near: frozenset[str] = frozenset(),
) -> Assignment:  # fmt: skip
    """Return where each piece goes.

    `kept` are pieces that must stay, with the reason; `groups` the groups that handlers belong to
    in the end, where some had to be joined; `near` pieces that cannot leave the file's own folder.
    """
    pieces = {piece.name: piece for piece in file.pieces if piece.role != "logger"}
    stays = {name: piece.stays for name, piece in pieces.items() if piece.stays}
    stays.update(kept)
    beside = set(near)
    _spread_stays(pieces, stays, beside)
    done = Assignment({}, stays)
    homes = _Homes(layout, unit)
    done.targets = {name: homes.sibling(pieces[name]) for name in beside - stays.keys()}
    free = {name: piece for name, piece in pieces.items() if name not in stays and name not in beside}
    for name, piece in free.items():
        if piece.follows:
            continue
        if piece.role not in BY_USE or piece.concept:
            group = groups.get(name, piece.group)
            _place(done, homes, piece, group)
    _place_by_use(done, homes, {n: p for n, p in free.items() if not p.follows}, file)
    for name, piece in free.items():
        if piece.follows in done.targets:
            done.targets[name] = done.targets[piece.follows]
        elif piece.follows:
            done.stays.setdefault(name, f"it registers itself with {piece.follows}, which stays")
    _keep_together(pieces, done)
    beside = set(done.targets.keys() & beside)
    _spread_stays(pieces, done.stays, beside)
    done.targets |= {name: homes.sibling(pieces[name]) for name in beside}
    done.targets = {name: target for name, target in done.targets.items() if name not in done.stays}
    return done


def _keep_together(pieces: Mapping[str, SplitPiece], done: Assignment) -> None:
    """An object stays where a function that registers itself with it has to stay."""
    for name, piece in pieces.items():
        if piece.follows and name in done.stays and piece.follows not in done.stays:
            done.stays[piece.follows] = f"{name} registers itself with it, and stays"
    for name, piece in pieces.items():
        if piece.follows in done.stays:
            done.stays.setdefault(name, f"it registers itself with {piece.follows}, which stays")


def _spread_stays(pieces: Mapping[str, SplitPiece], stays: dict[str, str], near: set[str]) -> None:
    """Keep pieces in the file, or in its folder, that need one that stays: none can import the entry.

    `near` is what goes to another file of the folder; more is added to it.
    """
    changed = True
    while changed:
        changed = False
        for name, piece in pieces.items():
            if name in stays or name in near:
                continue
            held = next((need for need in sorted(piece.needs) if need in stays or need in near), "")
            if held and piece.sibling:
                near.add(name)
            elif held:
                stays[name] = f"it needs {held}, which stays"
            changed = changed or bool(held)


def _place(done: Assignment, homes: "_Homes", piece: SplitPiece, group: str) -> None:
    target = homes.of(piece, group)
    if not target:
        done.stays[piece.name] = f"the layout has no home for {piece.role or 'it'}"
    elif target == homes.unit:
        done.stays[piece.name] = "it is at home"
    elif piece.beside and target.rpartition("/")[0] != homes.folder:
        beside = homes.beside()
        if beside and beside != homes.unit:
            done.targets[piece.name] = beside
        else:
            done.stays[piece.name] = "it looks for files from where it stands"
    else:
        done.targets[piece.name] = target


def _place_by_use(
    done: Assignment, homes: "_Homes", free: Mapping[str, SplitPiece], file: CrowdedFile
) -> None:
    """Pieces that nothing tells a home go to their only user, or where all can reach them."""
    users_of: dict[str, set[str]] = {}
    for piece in file.pieces:
        for need in piece.needs:
            users_of.setdefault(need, set()).add(piece.name)
    waiting = dict.fromkeys(name for name in free if name not in done.targets and name not in done.stays)
    held = {name: sum(u in waiting for u in users_of.get(name, ()) if u != name) for name in waiting}
    while waiting:
        for name in [n for n in waiting if not held[n]] or [next(iter(waiting))]:
            del waiting[name]
            for need in free[name].needs:
                if need in held and need != name:
                    held[need] -= 1
            users = {user for user in users_of.get(name, ()) if user in free}
            places = {done.targets[user] for user in users if user in done.targets}
            by_entry = name in file.rest_needs or not done.stays.keys().isdisjoint(users_of.get(name, ()))
            piece = free[name]
            if not users and by_entry and piece.role in ("", "constant", "state"):
                done.stays[name] = "only what makes and runs the application uses it"
            elif len(places) == 1 and not by_entry and not piece.beside and not piece.stem:
                done.targets[name] = places.pop()
            else:
                _place(done, homes, piece, "")


class _Homes:
    """The layout's homes, filled in for pieces of one file."""

    def __init__(self, layout: Layout, unit: str) -> None:
        self.layout = layout
        self.unit = unit
        self.folder = unit.rpartition("/")[0]

    def of(self, piece: SplitPiece, group: str) -> str:
        if piece.role == "extension":
            return self._extensions()
        for role in INSTEAD.get(piece.role, (piece.role, "helper")):
            if piece.role == "state" and role in ("repository", "service") and not piece.concept:
                continue
            found = self._fill(role, piece, group)
            if found:
                return found
        return ""

    def sibling(self, piece: SplitPiece) -> str:
        """Return the file of the same folder that a piece can go to."""
        return f"{self.folder}/{piece.sibling}" if self.folder else piece.sibling

    def beside(self) -> str:
        """Return a home in the file's own folder: that of the configuration, if it is there."""
        for role in ("config", "store"):
            home = self._literal(role)
            if home and home.rpartition("/")[0] == self.folder:
                return home
        return ""

    def _literal(self, role: str) -> str:
        home = self._home(role)
        return home.text if home is not None and not home.placeholders() else ""

    def _home(self, role: str) -> Pattern | None:
        known = self.layout.roles.get(role)
        if known is None:
            return None
        chosen = first_written_alike([home.text for home in known.homes], self.unit)
        return known.homes[chosen] if chosen is not None else None

    def _extensions(self) -> str:
        anchor = self._literal("config") or self._literal("store")
        if not anchor:
            return ""
        folder = anchor.rpartition("/")[0]
        return f"{folder}/extensions.py" if folder else "extensions.py"

    def _fill(self, role: str, piece: SplitPiece, group: str) -> str:
        pattern = self._home(role)
        if pattern is None:
            return ""
        concept = piece.concept
        if group:
            concept = group if group in ("main", "auth") else singular(group)
        name = concept or SHARED_NAME
        many = name if name in (SHARED_NAME, "main", "auth") else plural(name)
        domain = group or (many if concept else SHARED)
        values = {"name": name, "domain": domain, "unit": name}
        if not pattern.is_fillable() or not pattern.placeholders() <= set(values):
            return ""
        if not piece.stem and self._holds(pattern, concept):
            return self.unit
        home = pattern.fill(values)
        if not piece.stem or not pattern.placeholders():
            return home
        folder, _, file = home.rpartition("/")
        named = f"{piece.stem}.{file.rpartition('.')[2]}"
        return f"{folder}/{named}" if folder else named

    def _holds(self, pattern: Pattern, concept: str) -> bool:
        """Whether the file is a role's home for what a concept is a part of: hives, for hive lists."""
        found = pattern.match(self.unit) or {}
        name = singular(found.get("name", ""))
        return bool(name) and concept.startswith(name + "_")

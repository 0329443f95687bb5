"""The largest part of some moves that holds, and why the rest does not."""

from collections.abc import Mapping

from yandrel.app.move import ProvedStep, prove_step
from yandrel.app.workspace import Workspace
from yandrel.errors import CallError, RefusedError
from yandrel.moves.movelist import Step
from yandrel.moves.plan import RefusalsError
from yandrel.regroup.companions import Companion
from yandrel.regroup.homes import Homes
from yandrel.regroup.intended import Intended

Reasons = tuple[str, ...]


class LargestSet:
    """Looks for the largest part of some moves that holds: `kept`, and `reasons` for the rest."""

    def __init__(
        self,
        workspace: Workspace,
        domain: str,
        moves: list[Intended],
        tests: Mapping[str, Companion],
        homes: Homes,
    ) -> None:
        self.workspace = workspace
        self.domain = domain
        self.kept = list(moves)
        self.tests = tests
        self.homes = homes
        self.reasons: dict[str, Reasons] = {}
        self.left_tests: set[str] = set()

    def find(self) -> ProvedStep | None:
        """Return the proof of the largest set, which `kept` then holds; None where not one move holds.

        Take out what refusals blame, until the rest holds; half of it where they blame nothing.
        """
        while self.kept:
            try:
                return self._try()
            except (CallError, RefusedError) as error:
                tests = self._blamed_tests(error)
                if tests:
                    self.left_tests |= tests
                    continue
                blamed = self._blamed(error) or self.kept[len(self.kept) // 2 :]
                for move in blamed:
                    self.kept.remove(move)
                    self.reasons[move.source] = _reasons(error, move)
        return None

    def _try(self) -> ProvedStep:
        return prove_step(self.workspace, self.step())

    def step(self) -> Step:
        """Return the step with what is kept, and its tests."""
        return step_of(self.domain, self.kept, self.tests_along(), self.homes)

    def tests_along(self) -> dict[str, str]:
        """Return the tests that go along with what is kept."""
        kept = {move.source for move in self.kept}
        return {
            test: companion.place
            for test, companion in self.tests.items()
            if test not in self.left_tests
            and companion.subjects & kept
            and self.workspace.files.is_file(test)
        }

    def _blamed_tests(self, error: CallError | RefusedError) -> set[str]:
        """Return the tests that an error is about, and nothing else."""
        along = self.tests_along()
        if not isinstance(error, RefusalsError):
            return {test for test in along if error.where.partition(":")[0] in (test, along[test])}
        places = {refusal.unit for refusal in error.refusals}
        return {test for test in along if test in places or along[test] in places}

    def _blamed(self, error: CallError | RefusedError) -> list[Intended]:
        """Return the moves that an error is about: by what refuses, else by what it names."""
        if not isinstance(error, RefusalsError):
            text = " ".join([error.where, *getattr(error, "reasons", ()), error.what])
            return [move for move in self.kept if _path(move.source) in text or _path(move.target) in text]
        blamed: dict[str, Intended] = {}
        for refusal in error.refusals:
            at = self._at(refusal.unit)
            named = [move for move in at if ":" not in move.source or _name(move) in refusal.why] or at
            named = named or [m for symbol in refusal.along[:1] for m in self._at(symbol.unit, symbol.name)]
            named = named or self._in_text(refusal.why)
            blamed.update({move.source: move for move in named})
        return list(blamed.values())

    def _in_text(self, text: str) -> list[Intended]:
        """Return the first move that a text names the path of, with all of one file that is taken apart."""
        found = [m for m in self.kept if _path(m.source) in text or _path(m.target) in text]
        parts = [m for m in found if ":" in m.source]
        files = {_path(m.source) for m in parts}
        return [m for m in self.kept if ":" in m.source and _path(m.source) in files] or found[:1]

    def _at(self, path: str, name: str = "") -> list[Intended]:
        """Return the moves from a file or to it: of a definition in it, where it is the one of that name."""
        found = [m for m in self.kept if path in (_path(m.source), _path(m.target))]
        return [m for m in found if ":" not in m.source or not name or _name(m) == name]


def _path(thing: str) -> str:
    return thing.partition(":")[0]


def _name(move: Intended) -> str:
    return move.source.partition(":")[2]


def step_of(domain: str, moves: list[Intended], tests: Mapping[str, str], homes: Homes) -> Step:
    """Return the step of a move list that moves some files with their tests, and gives roles homes."""
    pairs = [*((move.source, move.target) for move in moves), *tests.items()]
    title = f"{domain}: {len(pairs)} file{'s' if len(pairs) != 1 else ''}"
    return Step(title, tuple(pairs), "", (), tuple(homes.items()), drops_reexports=True)


def _reasons(error: CallError | RefusedError, move: Intended) -> Reasons:
    """Return why a move cannot be made: the refusals about it, else all of them."""
    if isinstance(error, RefusalsError):
        own = [
            r.one_line()
            for r in error.refusals
            if r.unit in (move.source, move.target) or move.source in r.why
        ]
        return tuple(dict.fromkeys(own or [r.one_line() for r in error.refusals]))
    return tuple(getattr(error, "reasons", ())) or (error.one_line(),)


__all__ = ["LargestSet", "Reasons", "step_of"]

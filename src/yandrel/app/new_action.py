"""New action: the pieces of one action across the roles of a domain."""

import re
from collections.abc import Mapping, Set

from yandrel.app.new import NewRequest, report_new
from yandrel.app.workspace import Workspace
from yandrel.app.writing import Manner, write_changes
from yandrel.errors import CallError, RefusedError
from yandrel.languages.protocol import Scaffolder
from yandrel.layout.config import SHARED
from yandrel.model.results import NewReport
from yandrel.model.scaffold import ActionPieces, Concept
from yandrel.model.words import singular, words_of
from yandrel.moves.plan import files_as_changes
from yandrel.moves.things import nearest
from yandrel.scaffold.surroundings import check_name

MODELS = ("show", "get", "find", "detail", "read", "view")
SERVING = ("service", "command", "query")
HANDED = r"(?i:service|use_?case|command|query)\w*\)?\??(?:\.|->)\s*{}\b"
"""A call of a service that a unit was handed, and so does not import."""
WITHOUT = ("test", "migration", "repository", "model", "schema", "port")
"""The roles that have no pieces of an action: what they do, actions are made of."""


class ActionWriter:
    """Adds an action to the units of a domain, after the pieces that a model action has in them."""

    def __init__(self, workspace: Workspace, domain: str, action: str) -> None:
        self.index = workspace.index
        self.picture = workspace.picture
        self.concept = Concept.of(domain)
        self.action = action
        picture = workspace.picture
        units = [u for u, d in picture.domains.items() if d == domain or picture.role(u) == "dispatcher"]
        self.sources = {unit: self.index.read_source(unit) for unit in units}
        self.edits: dict[str, bytes] = {}
        self.routed = self.tested = False

    def scaffolder(self, unit: str) -> Scaffolder:
        language = self.index.language(unit)
        return language.scaffolder(language.name_of(unit))

    def write(self, models: tuple[str, ...]) -> str:
        """Add the action after the first of the models that the domain has; return that, or nothing."""
        for model in models:
            chosen = self._pieces(model)
            for unit, source in self.sources.items():
                there = self.scaffolder(unit).action_names(source.data, self.concept, model, self.action)
                if there and chosen:
                    raise RefusedError(f"has {min(there)} already", where=unit, todo="choose another name")
            followed = self._follow(chosen)
            for unit in self.sources:
                self._add(unit, followed.get(unit, model), chosen)
            if self.edits:
                for unit in self.sources:
                    self._add_test(unit, model, followed, chosen)
                return model
        return ""

    def _pieces(self, model: str) -> dict[str, ActionPieces]:
        """Return the pieces of a model action by unit; of one role's units those nearest to the concept."""
        found: dict[str, ActionPieces] = {}
        for unit, source in self.sources.items():
            if self.picture.role(unit) not in WITHOUT:
                pieces = self.scaffolder(unit).action_pieces(source.data, self.concept, model, self.action)
                if pieces.names:
                    found[unit] = pieces
        least: dict[str, int] = {}
        for unit in found:
            role = self.picture.role(unit)
            least[role] = min(self._distance(unit), least.get(role, 99))
        return {u: p for u, p in found.items() if self._distance(u) == least[self.picture.role(u)]}

    def _distance(self, unit: str) -> int:
        """Return how many words a unit's name has beside those of the concept and its role."""
        words = words_of(unit.rpartition("/")[2].partition(".")[0])
        known = {*words_of(self.concept.one), *words_of(self.concept.many), self.picture.role(unit)}
        return len([word for word in words if word not in known])

    def _follow(self, chosen: dict[str, ActionPieces]) -> dict[str, str]:
        """Add units in which the pieces go on under another model's name; return that name by unit."""
        followed: dict[str, str] = {}
        for unit, pieces in list(chosen.items()):
            for target in self._targets(unit):
                if target in chosen or target not in self.sources or self.picture.role(target) in WITHOUT:
                    continue
                for model in dict.fromkeys([*MODELS, *sorted(map(_verb_of, pieces.calls))]):
                    data = self.sources[target].data
                    further = self.scaffolder(target).action_pieces(data, self.concept, model, self.action)
                    called = pieces.calls & set(further.names)
                    if called and (model in MODELS or self._calls_once(unit, called)):
                        chosen[target], followed[target] = further, model
                        break
        return followed

    def _calls_once(self, unit: str, names: Set[str]) -> bool:
        """Whether a unit calls none of some names in more than one place, as what serves all actions."""
        text = self.sources[unit].data.decode("utf-8", "replace")
        return all(len(re.findall(rf"\b{re.escape(name)}\s*\(", text)) < 2 for name in names)

    def _targets(self, unit: str) -> set[str]:
        return {edge.unit for edge in self.index.edges_of(unit) if edge.unit}

    def _add(self, unit: str, model: str, chosen: Mapping[str, ActionPieces]) -> None:
        role, source = self.picture.role(unit), self.sources[unit]
        if role in WITHOUT or (unit not in chosen and role in {self.picture.role(u) for u in chosen}):
            return
        added = self.scaffolder(unit).add_action(
            source.data, self.concept, model, self.action, self._called(unit, chosen)
        )
        if added is not None:
            settled = self.scaffolder(unit).settle(source.data.decode("utf-8"), added.text.decode("utf-8"))
            self.edits[unit] = source.encoding.restore(settled.encode("utf-8"))
            self.routed = self.routed or added.routed

    def _called(self, unit: str, chosen: Mapping[str, ActionPieces]) -> dict[str, str]:
        """Return the names of pieces that a unit calls elsewhere, with the new ones."""
        targets = self._targets(unit) - {unit}
        called = {n: new for u, p in chosen.items() if u in targets for n, new in p.names.items()}
        if called or self.picture.role(unit) in SERVING:
            return called
        text = self.sources[unit].data.decode("utf-8", "replace")
        served = {n: new for u, p in chosen.items() if self.picture.role(u) in SERVING
                  for n, new in p.names.items()}  # fmt: skip
        return {n: new for n, new in served.items() if re.search(HANDED.format(re.escape(n)), text)}

    def _add_test(
        self, unit: str, model: str, followed: Mapping[str, str], chosen: Mapping[str, ActionPieces]
    ) -> None:
        if self.picture.role(unit) != "test" or self.tested:
            return
        called = self._called(unit, chosen)
        tested = [followed.get(u, model) for u in chosen if u in self._targets(unit)]
        source = self.sources[unit]
        changed = self.scaffolder(unit).add_action_test(
            source.data, self.concept, (tested or [model])[0], self.action, called
        )
        if changed is not None:
            self.edits[unit], self.tested = source.encoding.restore(changed), True


def _verb_of(name: str) -> str:
    return (words_of(name) or ("",))[0]


def new_action(workspace: Workspace, request: NewRequest, manner: Manner) -> NewReport:
    """Add an action to a domain: a route, its handler, what the service does, a test.

    The model is an action of the domain that takes one thing by its id (`--like` names it). Raises
    CallError where there is no such domain or model, RefusedError where the action is there already.
    """
    workspace.refuse_if_cut_off()
    domain_text, slash, action_text = request.name.partition("/")
    if not slash or not action_text:
        raise CallError(f"{request.name!r} names no action", todo="write DOMAIN/ACTION: harvests/approve")
    known = sorted({d for d in workspace.picture.domains.values() if d and d != SHARED})
    domain = next((d for d in known if singular(d) == singular(domain_text)), "")
    if not domain:
        raise CallError(f"no domain is called {domain_text!r}", todo=nearest(domain_text, known))
    writer = ActionWriter(workspace, domain, "")
    writer.action = check_name(
        action_text, writer.scaffolder(next(iter(writer.sources))).keywords(), "an action"
    )
    if not writer.write((request.like,) if request.like else MODELS):
        raise CallError(
            f"nothing in {domain} is called for {request.like or 'showing one by its id'}",
            todo="name an action of the domain to take as the model with --like",
        )
    notes = []
    if not writer.routed:
        notes.append(f"no route leads to it yet: see the routes of {domain}")
    if not writer.tested:
        notes.append(f"no test was written for it: see the tests of {domain}")
    title = f"new action {request.name}"
    files = files_as_changes(workspace.index, writer.edits)
    written = write_changes(workspace, files, title, manner)
    return report_new(title, files, written, ("yandrel check",), notes)

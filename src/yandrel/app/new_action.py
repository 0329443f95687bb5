"""New action: the pieces of one action across the roles of a domain."""

from yandrel.app.new import NewRequest, report_new
from yandrel.app.workspace import Workspace
from yandrel.app.writing import Manner, write_changes
from yandrel.errors import CallError, RefusedError
from yandrel.layout.config import SHARED
from yandrel.model.results import NewReport
from yandrel.model.scaffold import Concept
from yandrel.model.words import singular
from yandrel.moves.plan import files_as_changes
from yandrel.moves.things import nearest
from yandrel.scaffold.surroundings import check_name

MODELS = ("show", "get", "find", "detail", "read", "view")


def new_action(workspace: Workspace, request: NewRequest, manner: Manner) -> NewReport:
    """Add an action to a domain: a route, its handler, what the service does, a test.

    The model is an action of the domain that takes one thing by its id (`--like` names it). Raises
    CallError where there is no such domain or model, RefusedError where the action is there already.
    """
    workspace.refuse_if_cut_off()
    domain_text, slash, action_text = request.name.partition("/")
    if not slash or not action_text:
        raise CallError(f"{request.name!r} names no action", todo="write DOMAIN/ACTION: harvests/approve")
    picture = workspace.picture
    known = sorted({d for d in picture.domains.values() if d and d != SHARED})
    domain = next((d for d in known if singular(d) == singular(domain_text)), "")
    if not domain:
        raise CallError(f"no domain is called {domain_text!r}", todo=nearest(domain_text, known))
    index = workspace.index
    units = [u for u, d in picture.domains.items() if d == domain or picture.role(u) == "dispatcher"]
    scaffolder = index.language(units[0]).scaffolder()
    action = check_name(action_text, scaffolder.keywords(), "an action")
    concept = Concept.of(domain)
    sources = {unit: index.read_source(unit) for unit in units}
    for model in (request.like,) if request.like else MODELS:
        edits = {}
        for unit, source in sources.items():
            if picture.role(unit) in ("test", "migration", "repository", "model", "schema"):
                continue
            there = scaffolder.action_names(source.data, concept, model, action)
            if there:
                raise RefusedError(f"has {min(there)} already", where=unit, todo="choose another name")
            changed = scaffolder.add_action(source.data, concept, model, action)
            if changed is not None:
                settled = scaffolder.settle(source.data.decode("utf-8"), changed.decode("utf-8"))
                edits[unit] = source.encoding.restore(settled.encode("utf-8"))
        if edits:
            break
    else:
        raise CallError(
            f"nothing in {domain} is called for {request.like or 'showing one by its id'}",
            todo="name an action of the domain to take as the model with --like",
        )
    notes = []
    tested = False
    for unit, source in sources.items():
        if picture.role(unit) == "test":
            changed = scaffolder.add_action_test(source.data, concept, action)
            if changed is not None:
                edits[unit], tested = source.encoding.restore(changed), True
    if not tested:
        notes.append(f"no test was written for it: see the tests of {domain}")
    title = f"new action {request.name}"
    files = files_as_changes(index, edits)
    written = write_changes(workspace, files, title, manner)
    return report_new(title, files, written.number, written.diff, ("yandrel check",), written.output, notes)

"""Django in one file: the views that its urlpatterns name."""

import re
from dataclasses import replace

from yandrel.languages.python import grammar as g
from yandrel.languages.python.split.reading import Reading
from yandrel.languages.python.split.routing import concept_of_path
from yandrel.languages.python.tree import arguments_of, string_value, text_of, walk
from yandrel.model.split import RouteMark, SplitPiece
from yandrel.model.words import plural, singular, words_of

PATHS = frozenset(["path", "re_path", "url"])
FOUND_BY_NAME = frozenset(["urlpatterns", "application", "handler404", "handler500", "INSTALLED_APPS"])


def django_pieces(reading: Reading, pieces: list[SplitPiece]) -> list[SplitPiece]:
    """Return the pieces with views known as such, and what Django finds by its name kept."""
    routes = _routes(reading)
    per_concept: dict[str, int] = {}
    for found in routes.values():
        concept = concept_of_path("/" + found[0].path)
        per_concept[concept] = per_concept.get(concept, 0) + 1
    out = []
    for piece in pieces:
        if piece.name in FOUND_BY_NAME or (piece.kind == "constant" and piece.name.isupper() and not routes):
            out.append(replace(piece, stays="Django finds it here by its name"))
        elif piece.name in routes:
            found = routes[piece.name]
            concept = concept_of_path("/" + found[0].path)
            known = piece.concept if piece.concept and piece.concept in per_concept else concept
            alone = per_concept.get(concept, 0) < 2 and len(found) < 2 and not piece.concept
            concept = "main" if alone or not concept else known
            group = "main" if concept == "main" else plural(concept)
            out.append(replace(piece, role="controller", concept=concept, group=group, routes=tuple(found)))
        else:
            out.append(piece)
    concepts = {p.concept for p in out if p.role == "controller"} - {"main", ""}
    return [p if p.concept else replace(p, concept=_concept_in(p.name, concepts)) for p in out]


def _concept_in(name: str, concepts: set[str]) -> str:
    return next((singular(word) for word in words_of(name) if singular(word) in concepts), "")


def _routes(reading: Reading) -> dict[str, list[RouteMark]]:
    """Return the routes of each view: path(...), re_path(...) in the file's lists."""
    out: dict[str, list[RouteMark]] = {}
    source = reading.source
    for node in walk(reading.root):
        if node.kind_id != g.CALL or text_of(node.child_by_field_name("function"), source) not in PATHS:
            continue
        plain, named = arguments_of(node)
        path = string_value(plain[0] if plain else named.get(b"route"), source)
        view = plain[1] if len(plain) > 1 else named.get(b"view")
        head = re.match(r"\w+", text_of(view, source))
        if path is not None and head and head.group() in reading.by_name:
            mark = RouteMark(("ANY",), path, node.start_point[0] + 1)
            out.setdefault(head.group(), []).append(mark)
    return out

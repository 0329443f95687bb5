"""One unit of a role, as plain as its neighbours: its class, its base, what it is made of."""

import re
from collections import Counter
from collections.abc import Mapping

from yandrel.languages.python.facts import read_facts
from yandrel.languages.python.scaffold.tidy import tidy_module
from yandrel.model.facts import Definition, Facts
from yandrel.model.scaffold import Concept
from yandrel.model.words import pascal, plural, singular, words_of

SUFFIXES = {
    "controller": "Controller", "service": "Service", "repository": "Repository", "schema": "Schema",
    "middleware": "Middleware", "validator": "Validator", "command": "Command", "query": "Query",
    "event": "Event", "error": "Error", "port": "Port",
}  # fmt: skip
SAYS = {
    "controller": "Answers requests about {many}.",
    "service": "What can be done with {many}.",
    "repository": "Reads and writes {many}.",
    "schema": "What comes in and goes out about {many}.",
    "validator": "Checks {many}.",
    "model": "{A_one}.",
    "middleware": "What happens to requests about {many}.",
}


def build_skeleton(role: str, concept: Concept, neighbours: Mapping[str, bytes], own: str) -> str:
    """Return the text of a new unit; `neighbours` are units of the role, by the name that each has."""
    many, one = " ".join(words_of(concept.many)), " ".join(words_of(concept.one))
    says = SAYS.get(role, "{Many}: " + role + ".").format(
        many=many, Many=many.capitalize(), A_one=concept.with_article.capitalize(), one=one
    )
    read = {name: read_facts(source) for name, source in neighbours.items()}
    made = _route_group(role, concept, neighbours, read)
    if made:
        return tidy_module(f'"""Routes of {many}."""\n\n{made}', own)
    named = [(name, facts, d) for name, facts in read.items() for d in [_leading(name, facts)] if d]
    if read and not named:
        return f'"""{says}"""\n'
    suffix, bases, imports = _common(named) if named else (SUFFIXES.get(role, ""), "", "")
    heading = f"({bases})" if bases else ""
    text = f'"""{says}"""\n\n{imports}\n\nclass {concept.type_name}{suffix}{heading}:\n    """{says}"""\n'
    return tidy_module(text, own)


def _route_group(
    role: str, concept: Concept, neighbours: Mapping[str, bytes], read: Mapping[str, Facts]
) -> str:
    """Return what makes a group of routes, where a neighbour makes one."""
    if role != "route":
        return ""
    for name, facts in read.items():
        for d in facts.definitions:
            if d.kind == "constant" and d.value.rpartition(".")[2] in ("Blueprint()", "APIRouter()"):
                text = neighbours[name][d.start : d.end].decode("utf-8", "replace").partition("\n")[0]
                for old, new in ((plural(name), concept.many), (singular(name), concept.one)):
                    text = re.sub(rf"\b{old}(?=\b|_)", new, text)
                maker = d.value.removesuffix("()").partition(".")[0]
                source = next((i.module for i in facts.imports for n in i.names if n.bound == maker), "")
                return (f"from {source} import {maker}\n\n" if source else "") + text + "\n"
    return ""


def _leading(name: str, facts: Facts) -> Definition | None:
    """Return the class that a unit is named for, else its only one."""
    classes = [d for d in facts.definitions if d.kind == "class"]
    wanted = pascal(singular(name))
    return next((d for d in classes if d.name.startswith(wanted)), classes[0] if len(classes) == 1 else None)


def _common(named: list[tuple[str, Facts, Definition]]) -> tuple[str, str, str]:
    """Return the suffix and the bases that most neighbours have, and the imports of those bases."""
    suffixes = Counter(
        d.name.removeprefix(pascal(singular(name))) for name, _, d in named
        if d.name.startswith(pascal(singular(name)))
    )  # fmt: skip
    suffix = suffixes.most_common(1)[0][0] if suffixes else ""
    bases = Counter(d.bases for _, _, d in named).most_common(1)[0][0]
    imports: list[str] = []
    facts = next(facts for _, facts, d in named if d.bases == bases)
    for base in bases:
        head = base.partition(".")[0].partition("[")[0]
        for item in facts.imports:
            for n in item.names:
                if n.bound == head:
                    alias = f" as {n.alias}" if n.alias else ""
                    module = f"from {item.module} " if not item.whole else ""
                    imports.append(f"{module}import {n.name}{alias}")
    return suffix, ", ".join(bases), "\n".join(dict.fromkeys(imports))

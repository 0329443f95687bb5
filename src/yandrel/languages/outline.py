"""One unit of a role as plain as its neighbours: the type that they have, without what is in it."""

import re
from collections import Counter
from collections.abc import Iterator, Mapping

from yandrel.model.scaffold import Concept
from yandrel.model.words import camel, pascal, plural, singular, words_of

TYPE = re.compile(
    r"^(?P<indent>[ \t]*)(?P<head>(?:(?:export|default|public|internal|abstract|final|sealed|open|data|static"
    r"|partial|readonly)\s++)*+(?:class|interface|struct|record|trait|object|protocol|type)\s++)(?P<name>\w++)"
    r"(?P<rest>(?:[^{;\s]++|\s++(?!\{)){0,400}+)(?P<gap>\s*+)\{",
    re.MULTILINE,
)
DECLARED = re.compile(r"^([ \t]*+(?:namespace|package)[ \t]++)[\w.\\]++", re.MULTILINE)
HEAD = re.compile(r"<\?php|declare\s*\(|namespace\b|package\b|['\"]use strict['\"]")
OPENED = re.compile(r"using\s+(?!System\b)[\w.]+;")
SAYS = {
    "controller": "Answers for {many}.",
    "service": "What can be done with {many}.",
    "repository": "Keeps {many}.",
    "route": "What answers for {many}.",
    "schema": "What comes in and goes out about {many}.",
    "validator": "Checks {many}.",
    "model": "{one}.",
    "middleware": "What happens to requests about {many}.",
}
COMMENTS = {".cs": "/// <summary>{}</summary>", ".go": "// {}", ".swift": "/// {}"}


def outline(
    role: str, concept: Concept, neighbours: Mapping[str, bytes], suffix: str, imports: re.Pattern[str]
) -> str | None:
    """Return the text of a new unit after its neighbours; None where they have no type to go by.

    `imports` is a pattern of the lines that import, `suffix` the ending of the language's files.
    """
    shown: list[tuple[str, str, re.Match[str]]] = []
    for name, source in sorted(neighbours.items()):
        text = source.decode("utf-8", "replace").replace("\r\n", "\n")
        wanted = pascal(singular(name))
        fitting = [f for f in _find_types(text) if wanted in f["name"]]
        found = next((f for f in fitting if f["name"].lower().endswith(role)), next(iter(fitting), None))
        if found is not None and "abstract" not in found["head"] and not found["name"].startswith("Base"):
            shown.append((name, text, found))
    if not shown:
        return None
    bases = Counter(found["rest"] for _, _, found in shown)
    name, text, found = max(shown, key=lambda item: bases[item[2]["rest"]])
    return _written(role, concept, text, name, found, suffix, imports)


def declare(text: str, namespace: str) -> str:
    """Return a unit's text with another namespace, where it declares one."""
    return DECLARED.sub(lambda found: found.group(1) + namespace, text, count=1)


def leave_base_out(text: str, base: str) -> str:
    """Return a unit's text in which a type does not come from a base."""
    return re.sub(rf"\s+(?:extends|implements)\s+{re.escape(base)}\b(?:<[^{{]*>)?", "", text)


def _find_types(text: str) -> Iterator[re.Match[str]]:
    """Yield the types that have a body."""
    at = 0
    while found := TYPE.search(text, at):
        if _has_body(found):
            yield found
        at = found.end("name")


def _has_body(found: re.Match[str]) -> bool:
    """Whether what follows a name is the type's own body: `type Hive struct {`, not `type Hive Box`."""
    rest = found["rest"].strip()
    return not found["head"].rstrip().endswith("type") or rest in ("struct", "interface") or rest[:1] == "="


def _written(
    role: str, concept: Concept, text: str, name: str, found: re.Match[str], suffix: str,
    imports: re.Pattern[str],
) -> str:  # fmt: skip
    old = pascal(singular(name))
    rest = _without_parameters(found["rest"])
    rest = "" if old in rest else rest
    head = found["head"].replace("data ", "")
    if suffix == ".ts" and "export" not in head:
        head = "export " + head
    if "record" in head and suffix == ".java":
        rest = "()" + rest
    new = found["name"].replace(old, concept.type_name)
    lines = text[: found.start()].split("\n")
    top = [line for line in lines if HEAD.match(line)]
    kept = [line for line in lines if imports.match(line) and _is_needed(line, rest)]
    block = bool(found["indent"])
    opening = [_changed(line, name, concept) for line in top if not (block and line.startswith("namespace"))]
    parts = ["\n\n".join(opening), "\n".join(kept)]
    inner = f"{_comment(role, concept, suffix, new)}\n{head}{new}{rest}{found['gap']}{{\n}}\n"
    if block:
        inner = "".join(found["indent"] + line.lstrip(" \t") for line in inner.splitlines(keepends=True))
        outer = _changed(next(line for line in top if line.startswith("namespace")), name, concept)
        inner = f"{outer}\n{{\n{inner}}}\n"
    parts.append(inner)
    if "module.exports" in text:
        parts.append(f"module.exports = {{ {new} }};\n")
    return "\n\n".join(part.rstrip("\n") for part in parts if part) + "\n"


def _without_parameters(rest: str) -> str:
    """Return what stands after a type's name without what it is made from."""
    if not rest.lstrip().startswith("("):
        return rest
    depth = 0
    for at, letter in enumerate(rest):
        depth += (letter == "(") - (letter == ")")
        if letter == ")" and depth == 0:
            return rest[at + 1 :]
    return ""


def _is_needed(line: str, rest: str) -> bool:
    if OPENED.match(line.strip()):
        return bool(rest.strip())
    return any(re.search(rf"\b{re.escape(word)}\b", line) for word in re.findall(r"\b[A-Z]\w*", rest))


def _changed(line: str, name: str, concept: Concept) -> str:
    """Return a line with the words of a concept changed, where namespaces have them."""
    pairs = [(plural(name), concept.many), (singular(name), concept.one)]
    for before, after in pairs:
        for form in (pascal, camel, lambda word: "".join(words_of(word))):
            line = re.sub(rf"(?<![A-Za-z0-9]){form(before)}(?![a-z0-9])", form(after), line)
    return line


def _comment(role: str, concept: Concept, suffix: str, name: str) -> str:
    many = " ".join(words_of(concept.many))
    says = SAYS.get(role, "{many}: " + role + ".").format(many=many, one=concept.with_article)
    says = says[:1].upper() + says[1:]
    if suffix == ".go":
        says = f"{name}: {says[:1].lower()}{says[1:]}"
    return COMMENTS.get(suffix, "/** {} */").format(says)

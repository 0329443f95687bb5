"""Generated text put in order: imports sorted in their groups, long lines broken, blank lines even."""

import ast
import re
import sys

LINE = 88


def tidy_module(text: str, own: str) -> str:
    """Return a module's text with its imports in order; `own` is the application's package.

    The text is our own, made from a template, so it parses.
    """
    tree = ast.parse(text)
    lines = text.splitlines()
    body = list(tree.body)
    head = ""
    if body and isinstance(body[0], ast.Expr) and isinstance(body[0].value, ast.Constant):
        head = "\n".join(lines[: body[0].end_lineno or 0])
        body = body[1:]
    elif lines and lines[0].startswith("#!"):
        head = lines[0]
    imports: list[ast.Import | ast.ImportFrom] = []
    for node in body:
        if not isinstance(node, (ast.Import, ast.ImportFrom)):
            break
        imports.append(node)
    rest = body[len(imports) :]
    groups = _grouped(imports, own)
    parts = [head] if head else []
    if groups:
        parts.append(groups)
    if not rest:
        return "\n\n".join(parts) + "\n"
    first = rest[0]
    start = min([first.lineno, *(d.lineno for d in getattr(first, "decorator_list", []))])
    code = "\n".join(_broken(line) for line in lines[start - 1 :]).rstrip("\n")
    code = re.sub(r"\n{4,}", "\n\n\n", code)
    block = isinstance(first, (ast.FunctionDef, ast.AsyncFunctionDef, ast.ClassDef))
    lead = "\n\n".join(parts)
    return (lead + ("\n\n\n" if block else "\n\n") if lead else "") + code + "\n"


def _grouped(imports: list[ast.Import | ast.ImportFrom], own: str) -> str:
    groups: dict[int, list[tuple[tuple[bool, str], str]]] = {}
    merged: dict[str, set[tuple[str, str]]] = {}
    for node in imports:
        if isinstance(node, ast.ImportFrom):
            found = merged.setdefault("." * node.level + (node.module or ""), set())
            found.update((alias.name, alias.asname or "") for alias in node.names)
        else:
            for alias in node.names:
                spelled = alias.name + (f" as {alias.asname}" if alias.asname else "")
                entry = ((False, alias.name.lower()), f"import {spelled}")
                groups.setdefault(_group(alias.name, own), []).append(entry)
    for module, names in merged.items():
        entry = ((True, module.lower()), _from_line(module, names))
        groups.setdefault(_group(module, own), []).append(entry)
    return "\n\n".join("\n".join(t for _, t in sorted(groups[g])) for g in sorted(groups))


def _from_line(module: str, names: set[tuple[str, str]]) -> str:
    spelled = [
        name + (f" as {alias}" if alias else "") for name, alias in sorted(names, key=lambda n: _rank(n[0]))
    ]
    line = f"from {module} import {', '.join(spelled)}"
    if len(line) <= LINE:
        return line
    return f"from {module} import (\n" + "".join(f"    {name},\n" for name in spelled) + ")"


def _rank(name: str) -> tuple[int, str]:
    """Constants first, then classes, then the rest, as sorted imports are customary."""
    if name.isupper() and len(name) > 1:
        return 0, name
    return (1 if name[:1].isupper() else 2), name


def _group(module: str, own: str) -> int:
    if module.startswith("."):
        return 3
    top = module.partition(".")[0]
    if top == own:
        return 2
    return 0 if top in sys.stdlib_module_names else 1


def _broken(line: str) -> str:
    """Break a line that is too long at the arguments of its last bracket."""
    if len(line) <= LINE or line.lstrip().startswith(("#", '"')):
        return line
    spot = _last_bracket(line)
    if spot is None:
        return line
    start, end = spot
    indent = line[: len(line) - len(line.lstrip())]
    items = _items(line[start + 1 : end])
    inner = "".join(f"{indent}    {item},\n" for item in items)
    return f"{line[: start + 1]}\n{inner}{indent}{line[end:]}"


def _last_bracket(line: str) -> tuple[int, int] | None:
    """Return the outermost pair of brackets that closes last and holds a comma."""
    stack: list[int] = []
    quoted = ""
    best: tuple[int, int] | None = None
    for position, character in enumerate(line):
        if quoted:
            quoted = "" if character == quoted else quoted
        elif character in "\"'":
            quoted = character
        elif character in "([{":
            stack.append(position)
        elif character in ")]}" and stack:
            start = stack.pop()
            if not stack and line.lstrip().startswith(("def ", "async def ")):
                return start, position
            if not stack and len(_items(line[start + 1 : position])) > 1:
                best = (start, position)
    return best


def _items(text: str) -> list[str]:
    items, depth, quoted, at = [], 0, "", 0
    for position, character in enumerate(text):
        if quoted:
            quoted = "" if character == quoted else quoted
        elif character in "\"'":
            quoted = character
        elif character in "([{":
            depth += 1
        elif character in ")]}":
            depth -= 1
        elif character == "," and not depth:
            items.append(text[at:position].strip())
            at = position + 1
    last = text[at:].strip()
    return [*items, last] if last else items

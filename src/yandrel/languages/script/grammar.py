"""The grammars, each loaded when first needed."""

from collections.abc import Callable

import tree_sitter
from tree_sitter import Node

from yandrel.languages.script.components import COMPONENTS, is_component, scripts_alone
from yandrel.languages.script.spelling_out import UNKNOWN, spell_out
from yandrel.languages.trees import Grammar

TYPESCRIPT = (".ts", ".mts", ".cts")
SUFFIXES = (".ts", ".tsx", ".mts", ".cts", ".js", ".jsx", ".mjs", ".cjs", *COMPONENTS)


def _load_javascript() -> object:
    import tree_sitter_javascript

    return tree_sitter_javascript.language()


def _load_typescript() -> object:
    import tree_sitter_typescript

    return tree_sitter_typescript.language_typescript()


def _load_tsx() -> object:
    import tree_sitter_typescript

    return tree_sitter_typescript.language_tsx()


GRAMMARS = {
    "javascript": Grammar(_load_javascript),
    "typescript": Grammar(_load_typescript, spell_out=spell_out, unknown=UNKNOWN),
    "tsx": Grammar(_load_tsx, spell_out=spell_out, unknown=UNKNOWN),
}


def dialect_of(path: str) -> str:
    """Return the dialect that a file's ending tells."""
    if path.endswith(TYPESCRIPT):
        return "typescript"
    return "tsx" if path.endswith(".tsx") else "javascript"


def language_name(path: str) -> str:
    return "typescript" if path.endswith((*TYPESCRIPT, ".tsx")) else "javascript"


def parse(source: bytes, path: str = "x.js") -> tree_sitter.Tree:
    """Parse UTF-8 source; JavaScript with type annotations is read as what it is."""
    if is_component(path):
        scripts, dialect = scripts_alone(source)
        return GRAMMARS[dialect].parse(scripts)
    return parse_as_written(path, lambda dialect: GRAMMARS[dialect].parse(source))


def parse_as_written(path: str, reader: Callable[[str], tree_sitter.Tree]) -> tree_sitter.Tree:
    """Return the tree of the dialect that a path tells, or of TypeScript's where it is that all the same."""
    dialect = dialect_of(path)
    tree = reader(dialect)
    if dialect == "javascript" and tree.root_node.has_error:
        other = reader("tsx")
        if not other.root_node.has_error:
            return other
    return tree


def first_child(node: Node) -> Node | None:
    """Return the first named child; the library's own call raises where there is none."""
    return node.named_child(0) if node.named_child_count else None


def text_of(node: Node | None) -> str:
    return (node.text or b"").decode("utf-8", "replace") if node is not None else ""


def string_value(node: Node | None) -> str | None:
    """Return the value of a plain string, None where it has escapes or is computed."""
    if node is None or node.type not in ("string", "template_string"):
        return None
    raw = (node.text or b"")[1:-1]
    if b"\\" in raw or (node.type == "template_string" and node.named_child_count and b"${" in raw):
        return None
    return raw.decode("utf-8", "replace")

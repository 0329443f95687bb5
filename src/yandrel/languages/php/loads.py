"""The relative paths by which PHP files load others."""

import re

from yandrel.languages.php.grammar import parse
from yandrel.languages.trees import text_of, walk

LOADING = frozenset(
    {"require_expression", "require_once_expression", "include_expression", "include_once_expression"}
)
PATH = re.compile(r"""(?:__DIR__\s*\.\s*)?["']/?((?:\.\./)+[^"']*)["']""")


def read_loads(source: bytes) -> list[tuple[str, int]]:
    """Return the paths that climb, as they are written, with their lines."""
    if b"../" not in source:
        return []
    found = []
    for node in walk(parse(source).root_node):
        if node.type in LOADING and (path := PATH.search(text_of(node))) is not None:
            found.append((path[1], node.start_point[0] + 1))
    return found

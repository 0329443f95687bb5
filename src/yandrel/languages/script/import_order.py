"""The orders in which imports are sorted in JavaScript and TypeScript."""

import re

from yandrel.languages.import_order import Order

STATEMENT = re.compile(
    rb"^(?:import\b(?P<bound>[^'\"\n{]*(?:\{[^}]*\}[^'\"\n]*)?)(?P<quote>['\"])(?P<path>[^'\"\n]+)(?P=quote)"
    rb"[^\n]*?"
    rb"|(?:const|let|var)[ \t]+(?P<name>[\w$]+|\{[^}]*\})\s*=\s*"
    rb"require\(\s*['\"](?P<required>[^'\"\n]+)['\"]\s*\)[^\n]*?)(?=\r?$)",
    re.MULTILINE,
)


def _path(found: re.Match[bytes]) -> bytes:
    path: bytes = found["path"] or found["required"]
    return path


def _folded(found: re.Match[bytes]) -> object:
    return _path(found).lower()


def _far_first(found: re.Match[bytes]) -> object:
    """Packages, then what is far above, then what is near."""
    path = _path(found)
    return path.startswith(b"."), -path.count(b"../"), path.lower()


def _without_dots(found: re.Match[bytes]) -> object:
    return _path(found).lstrip(b"./").lower()


def _first_name(found: re.Match[bytes]) -> object:
    names = re.findall(rb"[\w$]+", found["bound"] or found["name"] or b"")
    return names[0].lower() if names else b""


def _acts(found: re.Match[bytes]) -> bool:
    return found["bound"] is not None and not found["bound"].strip()


ORDER = Order(STATEMENT, (_far_first, _folded, _path, _without_dots, _first_name), _acts)

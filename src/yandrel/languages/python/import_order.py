"""The orders in which imports are sorted in Python."""

import re

from yandrel.languages.import_order import Order

STATEMENT = re.compile(
    rb"^(?:import[ \t]+(?P<plain>[\w.]+)[^\n\\(]*(?:\\\r?\n[^\n]*)*"
    rb"|from[ \t]+(?P<dots>\.*)(?P<module>[\w.]*)[ \t]+import[ \t]*"
    rb"(?:\((?:[^)#]|#[^\n]*)*\)[^\n]*|[^\n(\\]*(?:\\\r?\n[^\n\\]*)*))(?=\r?$)",
    re.MULTILINE,
)


def _module(found: re.Match[bytes]) -> tuple[bytes, bytes]:
    name: bytes = found["plain"] or found["module"] or b""
    return name.lower(), name


def _style_first(found: re.Match[bytes]) -> object:
    return found["plain"] is None, _depth_last(found)


def _depth_last(found: re.Match[bytes]) -> object:
    dots = len(found["dots"] or b"")
    return dots > 0, -dots, *_module(found)


def _depth_first(found: re.Match[bytes]) -> object:
    dots = len(found["dots"] or b"")
    return found["plain"] is None, dots > 0, dots, *_module(found)


def _module_alone(found: re.Match[bytes]) -> object:
    return _depth_last(found), found["plain"] is None


def _as_written(found: re.Match[bytes]) -> object:
    return found["plain"] is None, (found["dots"] or b"") + _module(found)[1]


ORDER = Order(STATEMENT, (_style_first, _depth_first, _module_alone, _as_written))

"""The orders in which imports are sorted in Java and Kotlin."""

import re

from yandrel.languages.import_order import Order, by, by_folded

STATEMENT = re.compile(
    rb"^import[ \t]+(?P<static>static[ \t]+)?(?P<name>[\w.`]+(?:\.\*)?)(?:[ \t]+as[ \t]+\w+)?"
    rb"[ \t]*;?[^\n]*?(?=\r?$)",
    re.MULTILINE,
)


def _static_last(found: re.Match[bytes]) -> object:
    return found["static"] is not None, found["name"]


def _static_first(found: re.Match[bytes]) -> object:
    return found["static"] is None, found["name"]


ORDER = Order(
    STATEMENT,
    (by("name"), _static_last, _static_first, by_folded("name"), by_folded("name", b".", b"\0")),
)

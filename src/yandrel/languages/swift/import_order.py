"""The orders in which imports are sorted in Swift."""

import re

from yandrel.languages.import_order import Order, by, by_folded

STATEMENT = re.compile(
    rb"^(?P<marks>@\w+[ \t]+)?import[ \t]+(?P<name>[\w. ]+?)[ \t]*(?:;|//[^\n]*?)?(?=\r?$)", re.MULTILINE
)


def _marked_last(found: re.Match[bytes]) -> object:
    return found["marks"] is not None, found["name"].lower()


ORDER = Order(STATEMENT, (by_folded("name"), by("name"), _marked_last))

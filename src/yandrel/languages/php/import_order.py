"""The orders in which imports are sorted in PHP."""

import re

from yandrel.languages.import_order import Key, Order, by, by_folded

STATEMENT = re.compile(
    rb"^use[ \t]+(?P<kind>function[ \t]+|const[ \t]+)?(?P<name>\\?[\w\\]+)(?:\{[^}]*\})?"
    rb"(?:[ \t]+as[ \t]+\w+)?[ \t]*;[^\n]*?(?=\r?$)",
    re.MULTILINE,
)


def _kind_first(key: Key) -> Key:
    return lambda found: (len(found["kind"] or b""), key(found))


FOLDED = by_folded("name", b"\\", b" ")
ORDER = Order(
    STATEMENT,
    (
        _kind_first(FOLDED),
        _kind_first(by("name")),
        _kind_first(by_folded("name")),
        FOLDED,
        lambda found: (len(found[0]), found[0].lower()),
    ),
)

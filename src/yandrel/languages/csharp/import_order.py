"""The orders in which using directives are sorted in C#."""

import re

from yandrel.languages.import_order import Order, by, by_folded

STATEMENT = re.compile(
    rb"^[ \t]*(?:global[ \t]+)?using[ \t]+(?P<static>static[ \t]+)?(?:(?P<alias>\w+)[ \t]*=[ \t]*)?"
    rb"(?P<name>[\w.:<>, ]+?)[ \t]*;[^\n]*?(?=\r?$)",
    re.MULTILINE,
)


def _system_first(found: re.Match[bytes]) -> object:
    name = found["name"]
    outer = not (name == b"System" or name.startswith(b"System."))
    return found["alias"] is not None, found["static"] is not None, outer, name.lower()


def _aliases_last(found: re.Match[bytes]) -> object:
    return found["alias"] is not None, found["static"] is not None, found["name"].lower()


ORDER = Order(
    STATEMENT,
    (_system_first, _aliases_last, by("name"), by_folded("name"), lambda found: len(found[0])),
)

"""namespace-mismatch."""

import re
from collections.abc import Iterable
from shlex import quote

from yandrel.model.results import Finding
from yandrel.rules.protocol import Context


class NamespaceMismatch:
    """A unit declares another namespace than its folder stands for.

    Only in languages that declare namespaces; a Python module's name follows from its path. In Kotlin and
    C# only below roots where most units follow their folders, and not where more than a few units of a
    folder agree on another; in Go it is the package's name, said once for each. Moving a
    unit to where it stands already gives it its folder's namespace, and carries every reference along.

    Bad: `waxmoor/models/Hive` that declares the namespace `Waxmoor.Services`.

    Good: it declares `Waxmoor.Models`, or stands in the folder of services.
    """

    name = "namespace-mismatch"
    needs_layout = False
    whole = True
    last = False

    def check(self, context: Context) -> Iterable[Finding]:
        for view in context.index.views.values():
            for unit, (declared, expected) in view.misnamed_namespaces().items():
                if unit not in context.picture.readings:
                    continue
                yield context.finding(
                    self.name,
                    unit,
                    find_line(context.index.read_raw(unit), declared),
                    f"declares {declared}, its folder stands for {expected}",
                    target=declared,
                    law="the namespace follows from the folder",
                    mend="declare what its folder stands for, or move it to the folder that it declares",
                    command=f"yandrel move {quote(unit)} {quote(unit)}",
                )


def find_line(source: bytes, declared: str) -> int:
    """Return the line on which a file declares a namespace; the first where it does not say it."""
    words = re.escape(declared.encode())
    found = re.search(rb"^[^\S\n]*(?:namespace|package)\s+" + words + rb"(?![\w.\\])", source, re.MULTILINE)
    return source.count(b"\n", 0, found.end()) + 1 if found is not None else 1

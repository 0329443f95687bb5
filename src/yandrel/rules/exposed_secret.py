"""exposed-secret."""

import re
from collections.abc import Iterable

from yandrel.model.results import Finding
from yandrel.rules.protocol import Context

ENVIRONMENT = re.compile(r"(?:.*/)?\.env(?:\.(?P<kind>[\w.-]+))?\Z")
SAMPLES = frozenset(["sample", "example", "template", "dist", "defaults", "test", "ci", "tpl"])


class ExposedSecret:
    """A secret stands where everyone who has the code can read it.

    Bad: a `.env` that version control does not leave out; a connection string with its password
    in the code.

    Good: `.env` in .gitignore beside a `.env.sample` without secrets; the code reads the
    environment.
    """

    name = "exposed-secret"
    needs_layout = True
    whole = True
    last = False

    def check(self, context: Context) -> Iterable[Finding]:
        for path in context.index.tree.files:
            found = None if context.layout.is_generated(path) else ENVIRONMENT.fullmatch(path)
            if found is not None and (found.group("kind") or "") not in SAMPLES:
                yield context.finding(
                    self.name,
                    path,
                    0,
                    "an environment file is not kept out of version control",
                    mend=f"add {path} to .gitignore; a .env.sample beside it may hold names without values",
                )
        for unit, reading in context.picture.readings.items():
            if reading.role == "test":
                continue
            for line in context.index.facts[unit].secrets:
                yield context.finding(
                    self.name,
                    unit,
                    line,
                    "a connection string holds its password",
                    mend="read it from the environment",
                )

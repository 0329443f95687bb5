"""`make docs`: what the documentation takes from the code: the rules' texts and the JSON schemas."""

import inspect
import json
from pathlib import Path

from yandrel.render.json_text import REPORTS, schema_of
from yandrel.rules.registry import load_rules

DOCS = Path(__file__).parent.parent / "docs"
HEAD = """# Rules

Each rule has a name, one sentence of meaning, and a way to mend what it finds. This page is made
from the rules' own texts by `make docs`; `yandrel check --explain RULE` prints the same.

Rules marked * apply without a `yandrel.toml`; the others compare the code with what it says. A rule
is turned off in `[off]` with a reason, or excepted for some units in `[[except]]`, with a reason too.
"""


def rules_page() -> str:
    """Return the page of all rules."""
    parts = [HEAD]
    for rule in load_rules():
        mark = "" if rule.needs_layout else " *"
        parts.append(f"## {rule.name}{mark}\n\n{inspect.getdoc(type(rule))}\n")
    return "\n".join(parts)


def schema_text(name: str) -> str:
    return json.dumps(schema_of(name), indent=2) + "\n"


def main() -> None:
    (DOCS / "rules.md").write_text(rules_page(), encoding="utf-8")
    for name in REPORTS:
        (DOCS / "schema" / f"{name}.json").write_text(schema_text(name), encoding="utf-8")


if __name__ == "__main__":
    main()

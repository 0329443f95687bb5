"""yandrel.accepted.toml: the findings that were there when the rules were adopted."""

from collections.abc import Iterable
from pathlib import Path

from yandrel.errors import ConfigError
from yandrel.model.results import Finding

ACCEPTED_NAME = "yandrel.accepted.toml"
HEAD = """\
# Findings that were there when the rules were adopted, one a line, sorted. New ones fail the check.
# `yandrel check --accept` writes this file; paid-off lines go when it is written again.
accepted = [
"""


def read_accepted(root: Path) -> frozenset[str]:
    """Return the keys of the accepted findings; raises ConfigError for a file that is not as written."""
    path = root / ACCEPTED_NAME
    if not path.exists():
        return frozenset()
    import tomllib

    try:
        table = tomllib.loads(path.read_text(encoding="utf-8"))
    except (OSError, UnicodeDecodeError, tomllib.TOMLDecodeError) as error:
        raise ConfigError(str(error), where=ACCEPTED_NAME, todo="write it again with --accept") from error
    keys = table.get("accepted", [])
    if set(table) - {"accepted"} or not all(isinstance(key, str) for key in keys):
        raise ConfigError(
            "holds something else than accepted findings", where=ACCEPTED_NAME,
            todo="write it again with --accept",
        )  # fmt: skip
    return frozenset(keys)


def write_accepted(findings: Iterable[Finding]) -> bytes:
    """Return the file's text for these findings."""
    keys = sorted({finding.key for finding in findings})
    lines = "".join(f"  {quote(key)},\n" for key in keys)
    return (HEAD + lines + "]\n").encode("utf-8")


def quote(text: str) -> str:
    """Return a TOML basic string."""
    escaped = text.replace("\\", "\\\\").replace('"', '\\"')
    return f'"{escaped}"'

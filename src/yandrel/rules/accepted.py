"""yandrel.accepted.toml: the findings that were there when the rules were adopted."""

from collections.abc import Callable, Iterable

from yandrel.errors import ConfigError
from yandrel.layout.toml_text import quoted
from yandrel.model.results import Finding
from yandrel.model.untyped import parse_toml, texts_of

ACCEPTED_NAME = "yandrel.accepted.toml"
HEAD = """\
# Findings that were there when the rules were adopted, one a line, sorted. New ones fail the check.
# `yandrel check --accept` writes this file; paid-off lines go when it is written again.
accepted = [
"""


def read_accepted(read: Callable[[str], bytes]) -> frozenset[str]:
    """Return the keys of the accepted findings; `read` returns the bytes of a file of the application.

    Raises ConfigError for a file that is not as it was written.
    """
    try:
        table = parse_toml(read(ACCEPTED_NAME))
    except FileNotFoundError:
        return frozenset()
    except OSError as error:
        raise ConfigError(
            f"cannot be read ({error.strerror})", where=ACCEPTED_NAME, todo="remove it"
        ) from error
    except ValueError as error:
        raise ConfigError(str(error), where=ACCEPTED_NAME, todo="write it again with --accept") from error
    keys = table.get("accepted", [])
    if set(table) - {"accepted"} or not isinstance(keys, list) or len(texts_of(keys)) < len(keys):
        raise ConfigError(
            "holds something else than accepted findings", where=ACCEPTED_NAME,
            todo="write it again with --accept",
        )  # fmt: skip
    return frozenset(keys)


def write_accepted(findings: Iterable[Finding]) -> bytes:
    """Return the file's text for these findings."""
    keys = sorted({finding.key for finding in findings})
    lines = "".join(f"  {quoted(key)},\n" for key in keys)
    return (HEAD + lines + "]\n").encode("utf-8")


def find_idle(read: Callable[[str], bytes], present: set[str]) -> list[Finding]:
    """Return a finding for each accepted one that is not among those present, with its line in the file."""
    idle = read_accepted(read) - present
    if not idle:
        return []
    lines = read(ACCEPTED_NAME).decode("utf-8").splitlines()
    places = {line.strip().rstrip(","): number for number, line in enumerate(lines, start=1)}
    return [
        Finding(
            rule="idle-exception",
            unit=ACCEPTED_NAME,
            line=places.get(quoted(key), 0),
            target="",
            message="an accepted finding is not there any more",
            code=key,
            law="",
            mend="remove the line; `yandrel check --accept` writes the file anew, with what is there now",
            key=f"idle-exception {ACCEPTED_NAME} ({key})",
            group="an accepted finding is not there any more",
        )
        for key in sorted(idle)
    ]

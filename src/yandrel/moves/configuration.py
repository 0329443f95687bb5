"""Configuration after a change: a file that its format's parser could read must still be readable."""

from collections.abc import Callable, Iterable
from xml.parsers import expat

from yandrel.files.text import BOM
from yandrel.model.changes import Refusal
from yandrel.model.untyped import parse_json, parse_toml
from yandrel.moves.plan import FileChange


def _parse_xml(text: bytes) -> None:
    parser = expat.ParserCreate()
    parser.EntityDeclHandler = _refuse_entities
    parser.Parse(text, True)


def _refuse_entities(*_: object) -> None:
    """Entities can stand for any amount of text: a file that declares some is not read."""
    raise ValueError("declares entities")


PARSERS: dict[str, Callable[[bytes], object]] = {
    ".json": parse_json,
    ".toml": parse_toml,
    ".xml": _parse_xml,
    ".csproj": _parse_xml,
    ".xaml": _parse_xml,
}


def find_broken_configuration(changes: Iterable[FileChange]) -> list[Refusal]:
    """Return a refusal for each changed file that its format's parser reads before, and not after."""
    refusals = []
    for change in changes:
        ending = change.new[change.new.rfind(".") :]
        if ending not in PARSERS or change.before is None or change.after is None:
            continue
        if change.before != change.after and not _fault(ending, change.before):
            fault = _fault(ending, change.after)
            if fault:
                refusals.append(Refusal(change.old, 0, f"could not be read any more ({fault})"))
    return refusals


def _fault(ending: str, text: bytes) -> str:
    """Return why a text cannot be parsed; nothing where it can."""
    try:
        PARSERS[ending](text.removeprefix(BOM))
    except (ValueError, expat.ExpatError, RecursionError) as error:
        return str(error) or type(error).__name__
    return ""

"""Lines that mount a concept's routes, said again for another concept, with what they are made from."""

import re
from collections.abc import Callable, Set
from dataclasses import dataclass, field

from yandrel.model.words import camel

Change = Callable[[str], str]
IDENTIFIER = re.compile(r"(?<![\w$.'\"`/-])[A-Za-z_$][\w$]*")
MEMBER = re.compile(r"(?<![\w$\])])([\w$\])]++)\s*+(?:\.|->|::)\s*+([A-Za-z_$][\w$]*+)")
LONGEST_LINE = 400
"""More characters than a declaration of a variable has on a line."""
DECLARED = re.compile(
    r"^\s*(?:(?:export|const|let|var|val|final|auto|private|static)\s+)*(?:[A-Z][\w<>\[\],.? ]*\s+)?"
    r"\$?(?P<name>[A-Za-z_$][\w$]*)\s*(?::\s*[^=]+?)?\s*(?::=|=)(?![=>])"
)


@dataclass
class Wiring:
    """The lines to repeat, and the new names of variables in them."""

    lines: set[int] = field(default_factory=set)
    renamed: dict[str, str] = field(default_factory=dict)

    def say(self, line: str, change: Change) -> str:
        """Return a line for the other concept."""
        return IDENTIFIER.sub(lambda found: self.renamed.get(found.group(), found.group()), change(line))


def find_wiring(
    lines: list[str], mounts: list[int], change: Change, made: Set[str] = frozenset()
) -> Wiring | None:
    """Return what must be said again with some lines that mount; None where more would be needed.

    A variable that a mounting line names goes along where one line makes it, and nothing else in the
    file works with it; a member of what stays the same must be there for the other concept already, or be
    among those that are `made` for it.
    """
    found = Wiring(set(mounts))
    declared = {
        m["name"]: n
        for n, line in enumerate(lines)
        if len(line) <= LONGEST_LINE and (m := DECLARED.match(line)) and _is_whole(line)
    }
    waiting = list(mounts)
    while waiting:
        number = waiting.pop()
        for owner, member in MEMBER.findall(lines[number]):
            theirs = change(member) != member and change(owner) == owner and owner in declared
            if theirs and change(member) not in made:
                return None
        for name in set(IDENTIFIER.findall(lines[number])):
            place = declared.get(name)
            if (
                place is None
                or place in found.lines
                or place == number
                or change(lines[place]) == lines[place]
            ):
                continue
            found.lines.add(place)
            waiting.append(place)
            if change(name) == name:
                found.renamed[name] = camel(f"{_new_word(lines[place], change)}_{name}")
    for name in {n for n, place in declared.items() if place in found.lines}:
        used = {n for n, line in enumerate(lines) if name in IDENTIFIER.findall(line)}
        own = change(name) != name and used - found.lines
        if own or not used:
            return None
    return found


def _is_whole(line: str) -> bool:
    text = line.rstrip()
    return all(text.count(a) == text.count(b) for a, b in ("()", "[]", "{}")) and not text.endswith(
        (",", "=", "(")
    )


def _new_word(line: str, change: Change) -> str:
    """Return the first word of a line that the other concept says differently, without what is around it."""
    for word in IDENTIFIER.findall(line):
        changed = change(word)
        if changed != word:
            tail = _common_end(word, changed)
            return changed[: len(changed) - tail] if tail else changed
    return "other"


def _common_end(one: str, other: str) -> int:
    count = 0
    while count < min(len(one), len(other)) and one[-1 - count] == other[-1 - count]:
        count += 1
    while count and not one[len(one) - count].isupper():
        count -= 1
    return count


ELEMENTS = re.compile(r"(?<![\w\])])\[([^\[\]]+)\]")
ELEMENT = re.compile(r"(?:new\s+)?([A-Za-z_$][\w$]*)(?:::class|\.class|\(\))?")
BRACKET = re.compile(r"[(\[{}\])]")


def repeat_in_lists(lines: list[str], imported: set[str], change: Change) -> list[list[str]] | None:
    """Return for each line what stands there when lists name the other concept's things after the first's.

    `imported` are the names that lines above bring of the first concept; None where no list has them.
    """
    out: list[list[str]] = []
    opened: list[str] = []
    for line in lines:
        in_list = opened[-1:] == ["["]
        if in_list and _is_of(line.strip().rstrip(","), imported, change):
            comma = line if line.rstrip().endswith(",") else line.rstrip("\r\n") + ",\n"
            out.append([comma, change(line)])
        else:
            out.append([ELEMENTS.sub(lambda found: _with_more(found, imported, change), line)])
        for found in BRACKET.finditer(line):
            if found.group() in "([{":
                opened.append(found.group())
            elif opened:
                opened.pop()
    return out if out != [[line] for line in lines] else None


def _is_of(element: str, imported: set[str], change: Change) -> bool:
    """Whether an element of a list is a thing of the concept: `BooksModule`, `new BookRoutes()`."""
    plain = ELEMENT.fullmatch(element)
    return plain is not None and plain[1] in imported and change(element) != element


def _with_more(found: re.Match[str], imported: set[str], change: Change) -> str:
    elements = found[1].split(",")
    if not any(_is_of(element.strip(), imported, change) for element in elements):
        return found[0]
    more = []
    for number, element in enumerate(elements):
        more.append(element)
        if _is_of(element.strip(), imported, change):
            lead = " " if number == 0 and not element.startswith(" ") else ""
            more.append(lead + change(element))
    return f"[{','.join(more)}]"

"""Find the types and extension methods that a C# file names, by text: a tenth of a parse's time."""

import re
from collections.abc import Sequence, Set

Span = tuple[int, int]
Values = Sequence[tuple[int, int, Set[bytes]]]
"""Where each type stands, and the names of its values: they are meant there by what stands before a dot."""
TOKEN = re.compile(
    rb"[A-Z/\"'.@$#](?:(?<=/)(?:/[^\n]*|\*.*?\*/)"
    rb"|(?<=[@$])(?:[@$]?\"(?:(?<=@\")|(?<=@\$\"))(?:[^\"]|\"\")*\"|\"(?:[^\"\\\n]|\\.)*\")"
    rb"|(?<=\")(?:\"\"+.*?\"\"\"+|(?:[^\"\\\n]|\\.)*\")"
    rb"|(?<=')(?:[^'\\\n]|\\.)+'"
    rb"|(?<=#)[^\n]*"
    rb"|(?<=\.)\s*(?P<called>[A-Za-z_][\w\x80-\xff]*)(?=\s*\(|<[^;(){}=]*>\s*\()"
    rb"|(?<=[A-Z])(?<![\w\x80-\xff.@].)(?P<rest>[\w\x80-\xff]*(?:\s*\.\s*[A-Za-z_][\w\x80-\xff]*)*))",
    re.DOTALL,
)
"""A comment, a literal or a directive, which is passed over; what is called after a dot; or a name, with all
that follows after dots."""
HOLE = re.compile(rb"\{([^{}\"]*)\}")
NAME = re.compile(rb"(?<![\w.@])[A-Z][\w\x80-\xff]*(?:\.[A-Za-z_]\w*)*")
LOWER = re.compile(rb"(?<![\w.@\x80-\xff])[a-z_]\w*(?:\.[A-Za-z_]\w*)+")
CALL = re.compile(rb"\s*\(|<[^;(){}=]*>\s*\(")
TYPE_BEFORE_BRACKET = re.compile(rb"(?:\b(?:new|is|case|not|and|or|record|struct|class)\s+|:\s*|\[\s*)\Z")
"""What stands before a type that a bracket follows: one that is made, matched, declared, or built on."""
PARTS = re.compile(rb"\((?:[^()]|\((?:[^()]|\([^()]*\))*+\))*+\)[^;{}()]*?=>")
"""A pattern in brackets that begins an arm of a switch."""
BEFORE_CALLS = frozenset((b"(", b"=", b"!", b"&", b"|", b"+", b";", b"}", b"?"))
"""What stands before a call more often than not, and before no type with a bracket behind it."""
BEFORE_ATTRIBUTES = (b"[", b",", b":")
ATTRIBUTE_BEFORE = re.compile(rb"[\[,:]\s*\Z")
ATTRIBUTE_AFTER = re.compile(rb"\s*[\](,]")
DECLARED_BEFORE = re.compile(rb"(?<![\w@])(\w+|[\w>\]?]+)\s+\Z")
DECLARED_AFTER = re.compile(rb"\s*(?:[;,)]|=[^=>]|=>|\{\s*(?:get|set|init|private|internal|protected)\b)")
NO_TYPES = frozenset(
    b"return new is as case throw in await out ref else not and or class struct enum interface record yield "
    b"using namespace static when params this base where".split()
)
LONGEST = 60
LIST = 400
"""How far back a list of attributes may begin."""
OF_TYPES = re.compile(rb"<[^;(){}=]*>\s*[.:>]")
CAST = re.compile(rb"\)\s*[\w(@\"]")
DECLARES = re.compile(
    rb"(?:<[^;(){}]*>)?\??(?:\[,*\])*\??\s+(?!(?:is|as|in|and|or|when|with|switch)\b)[A-Za-z_@]"
)


def find_mentions(
    source: bytes, skipped: Sequence[Span], members: Set[bytes], values: Values, lower: bool
) -> dict[tuple[str, bytes], int]:
    """Return the first places of names that may lead to types, to attributes, and of members that are called.

    `skipped` are the spans of usings and namespaces' names, `members` what types hold, methods with their
    brackets; `lower` says that namespaces may begin with a small letter.
    """
    return _Finder(source, skipped, members, values).find(lower)


class _Finder:
    def __init__(self, source: bytes, skipped: Sequence[Span], members: Set[bytes], values: Values) -> None:
        self.source = source
        self.skipped = skipped
        self.limit = max((end for _, end in skipped), default=0)
        self.members = members
        self.values = values
        self.declared: set[bytes] = set()
        self.plain: set[bytes] = set()
        self.first: dict[tuple[str, bytes], int] = {}

    def find(self, lower: bool) -> dict[tuple[str, bytes], int]:
        source, first, plain = self.source, self.first, self.plain
        for found in TOKEN.finditer(source):
            kind = found.lastgroup
            if kind == "rest":
                text = found[0]
                if text not in plain or self.may_be_attribute(found.start()):
                    self.add_name(text, found.start())
            elif kind == "called":
                first.setdefault(("member", found["called"]), found.start("called"))
            elif b"$" in found[0][:2]:
                self.add_holes(found[0], found.start())
        if lower:
            for found in LOWER.finditer(source):
                self.add_chain(found[0], found.start())
        for name in self.declared:
            if ("type", name) in first and not self.is_typed(name):
                del first["type", name]
        return first

    def add_name(self, text: bytes, at: int) -> None:
        if at < self.limit and any(start <= at < end for start, end in self.skipped):
            return
        head, dot, _ = text.partition(b".")
        if dot:
            head = head.rstrip()
            if not self.is_value(head, at):
                self.add_chain(text, at)
            end = at + len(text)
            if self.source[end : end + 1] in b"(< \n" and CALL.match(self.source, end):
                last = text.rpartition(b".")[2].strip()
                self.first.setdefault(("member", last), at)
        is_new = ("type", head) not in self.first and not self.is_member(head, at)
        if is_new and (dot or not self.is_called(at, at + len(text))):
            if not dot and self.declares(at, at + len(text)):
                self.declared.add(head)
            self.first["type", head] = at
            self.plain.add(head)
        if self.may_be_attribute(at) and ATTRIBUTE_AFTER.match(self.source, at + len(text)):
            self.first.setdefault(("attribute", b"".join(text.split())), at)

    def may_be_attribute(self, at: int) -> bool:
        """Whether what stands before a name can stand before an attribute; most often one letter tells."""
        before = self.source[at - 1 : at]
        if before == b" ":
            before = self.source[at - 2 : at - 1]
        if before in BEFORE_ATTRIBUTES:
            return True
        return before.isspace() and ATTRIBUTE_BEFORE.search(self.source, max(0, at - 9), at) is not None

    def is_value(self, name: bytes, at: int) -> bool:
        """Whether a name is that of a property or a field of the type that it stands in."""
        return any(name in names and start <= at < end for start, end, names in self.values)

    def is_called(self, at: int, end: int) -> bool:
        """Whether a name is that of a method that is called or declared: no type is."""
        if self.source[end : end + 2].lstrip(b" ")[:1] != b"(":
            return False
        if self.source[max(0, at - LONGEST) : at].rstrip()[-1:] in BEFORE_CALLS:
            return True
        if self.is_in_attributes(at):
            return False
        if TYPE_BEFORE_BRACKET.search(self.source, max(0, at - LONGEST), at) is not None:
            return False
        return PARTS.match(self.source, self.source.index(b"(", end)) is None

    def is_in_attributes(self, at: int) -> bool:
        """Whether a name stands right in square brackets, as attributes do."""
        start = self.source.rfind(b"[", max(0, at - LIST), at)
        held = self.source[start:at]
        return start >= 0 and b"]" not in held and held.count(b"(") == held.count(b")")

    def is_member(self, name: bytes, at: int) -> bool:
        """Whether a name is that of a method that is declared or called, or that of a value."""
        if name + b"()" in self.members and self.source[at - 4 : at] != b"new ":
            return CALL.match(self.source, at + len(name)) is not None
        return name in self.members and not self.is_type(name, at)

    def add_chain(self, text: bytes, at: int) -> None:
        if at < self.limit and any(start <= at < end for start, end in self.skipped):
            return
        self.first.setdefault(("type", b"".join(text.split())), at)

    def add_holes(self, text: bytes, at: int) -> None:
        """Add the names in an interpolated string."""
        for hole in HOLE.finditer(text):
            for name in NAME.finditer(text, hole.start(1), hole.end(1)):
                self.add_name(name[0], at + name.start())

    def declares(self, at: int, end: int) -> bool:
        """Whether a name is given to a property, a field, a variable or a parameter."""
        if not DECLARED_AFTER.match(self.source, end):
            return False
        before = DECLARED_BEFORE.search(self.source, max(0, at - LONGEST), at)
        return before is not None and before[1] not in NO_TYPES

    def is_typed(self, name: bytes) -> bool:
        """Whether a name stands anywhere where only a type can."""
        at = self.source.find(name)
        while at >= 0:
            before, after = self.source[at - 1 : at], self.source[at + len(name) : at + len(name) + 1]
            alone = not (before.isalnum() or before in (b"_", b".", b"@") or after.isalnum() or after == b"_")
            if alone and self.is_type(name, at):
                return True
            at = self.source.find(name, at + len(name))
        return False

    def is_type(self, name: bytes, at: int) -> bool:
        """Whether a name that is a value's, too, stands where only a type can."""
        end = at + len(name)
        before = self.source[max(0, at - 4) : at]
        around = before[-1:] + self.source[end : end + 1]
        if around[-1:] == b"<" and OF_TYPES.match(self.source, end):
            return True
        cast = around == b"()" and CAST.match(self.source, end) is not None
        return before == b"new " or around == b"<>" or cast or DECLARES.match(self.source, end) is not None

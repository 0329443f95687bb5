"""Bytes and text: encodings, marks at the start, line ends, all kept as they are."""

import codecs
import re

import msgspec

BOM = codecs.BOM_UTF8
COOKIE = re.compile(rb"^[ \t\f]*#.*?coding[:=][ \t]*([-\w.]+)")
ONE_BYTE = "latin-1"
"""The encoding in which every byte is a letter, so that none is lost."""


class Encoding(msgspec.Struct, frozen=True):
    """The encoding of a file.

    One that is `guessed` keeps every byte of its file, but what they stand for elsewhere is not known.
    """

    name: str = "utf-8"
    bom: bool = False
    guessed: bool = False

    def restore(self, source: bytes) -> bytes:
        """Turn UTF-8 back into what the file had; raises UnicodeEncodeError where it cannot."""
        body = source if self.name == "utf-8" else source.decode("utf-8").encode(self.name)
        return BOM + body if self.bom else body


class Source(msgspec.Struct, frozen=True):
    """A file's text as UTF-8 without a mark, and how to write it back."""

    data: bytes
    encoding: Encoding
    problem: str = ""


def decode_source(raw: bytes, cookies: bool = True) -> Source:
    """Read bytes as text; what cannot be decoded comes back with the problem said.

    Where files do not say their encoding (`cookies`), one that is no UTF-8 is taken for one byte a letter.
    Source: PEP 263 for the cookie in the first two lines.
    """
    bom = raw.startswith(BOM)
    body = raw[len(BOM) :] if bom else raw
    name = _declared(body) if cookies else "utf-8"
    encoding = Encoding(name, bom)
    if not _is_text_encoding(name):
        return Source(body, Encoding("utf-8", bom), f"the encoding {name!r} is not known")
    try:
        text = body.decode(name)
    except (UnicodeError, ValueError) as error:
        if not cookies and b"\0" not in body:
            return Source(body.decode(ONE_BYTE).encode("utf-8"), Encoding(ONE_BYTE, bom, guessed=True))
        at = getattr(error, "start", 0)
        line = body.count(b"\n", 0, at) + 1
        return Source(body, encoding, f"line {line} cannot be decoded as {name}")
    if name == "utf-8":
        return Source(body, encoding)
    try:
        data = text.encode("utf-8")
        same = text.encode(name) == body
    except (UnicodeError, ValueError):
        same = False
    if not same:
        return Source(body, encoding, f"its {name} text does not survive being read and written")
    return Source(data, encoding)


def _is_text_encoding(name: str) -> bool:
    """Whether Python knows a codec from bytes to text of that name that keeps ASCII as it is."""
    try:
        return name == "utf-8" or b"# x = 1\n".decode(name) == "# x = 1\n"
    except (LookupError, UnicodeError, ValueError):
        return False


def _declared(body: bytes) -> str:
    if b"coding" not in body[:400]:
        return "utf-8"
    for line in body.split(b"\n", 2)[:2]:
        found = COOKIE.match(line)
        if found:
            name = found.group(1).decode("ascii").lower().replace("_", "-")
            return "utf-8" if name in {"utf-8", "utf8", "ascii", "us-ascii"} else name
        if line.strip() and not line.lstrip().startswith(b"#"):
            break
    return "utf-8"

"""The protocol of a renderer: a function from a result to text; colour and width come from the caller."""

import msgspec

SHORTEST_PATH = 20
"""Columns that a path keeps where a line is too wide."""


class Style(msgspec.Struct, frozen=True):
    """The style of text output: its width in columns, and whether colour may be used.

    `cuts` says that lines which are too wide are cut, as in a terminal; elsewhere they are whole.
    """

    width: int = 80
    colour: bool = False
    cuts: bool = False

    def fit(self, text: str) -> str:
        """Return a line that fits: its longest words, which are paths, are cut in the middle."""
        while self.cuts and len(text) > self.width:
            longest = max(text.split(), key=len)
            if len(longest) <= SHORTEST_PATH:
                return clip(text, self.width)
            keep = max(SHORTEST_PATH, len(longest) - (len(text) - self.width)) - 1
            start, end = keep // 2, keep - keep // 2
            text = text.replace(longest, f"{longest[:start]}…{longest[-end:]}", 1)
        return text

    def strong(self, text: str) -> str:
        return f"\x1b[1m{text}\x1b[0m" if self.colour else text

    def faint(self, text: str) -> str:
        return f"\x1b[2m{text}\x1b[0m" if self.colour else text

    def good(self, text: str) -> str:
        return f"\x1b[32m{text}\x1b[0m" if self.colour else text

    def bad(self, text: str) -> str:
        return f"\x1b[31m{text}\x1b[0m" if self.colour else text

    def hint(self, text: str) -> str:
        return f"\x1b[34m{text}\x1b[0m" if self.colour else text


def plural_of(count: int, noun: str, many: str = "") -> str:
    """Return "1 unit", "2 units"."""
    return f"{count:,} {noun if count == 1 else many or noun + 's'}"


def table(rows: list[list[str]], head: list[str], right: set[int], indent: str = "  ") -> list[str]:
    """Return the lines of a plain table; `right` are the columns of figures."""
    every = [head, *rows]
    widths = [max(len(row[i]) for row in every) for i in range(len(head))]
    lines = []
    for row in every:
        cells = [cell.rjust(widths[i]) if i in right else cell.ljust(widths[i]) for i, cell in enumerate(row)]
        lines.append((indent + "  ".join(cells)).rstrip())
    return lines


def clip(text: str, width: int) -> str:
    """Shorten a text to a width, with an ellipsis."""
    return text if len(text) <= width else text[: max(width - 1, 1)] + "…"


def wrap(text: str, width: int, indent: str = "  ", first: str | None = None) -> list[str]:
    """Break a text into lines of at most `width` columns."""
    import textwrap

    lead = indent if first is None else first
    return textwrap.wrap(
        text, width, initial_indent=lead, subsequent_indent=indent,
        break_long_words=False, break_on_hyphens=False,
    )  # fmt: skip

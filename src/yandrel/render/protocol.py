"""The protocol of a renderer: a function from a result to text; colour and width come from the caller."""

import msgspec


class Style(msgspec.Struct, frozen=True):
    """The style of text output: its width in columns, and whether colour may be used."""

    width: int = 80
    colour: bool = False

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

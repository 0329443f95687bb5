"""Evidence for the role of a file."""

from msgspec import Struct

TAKES = "takes "
"""What a mark begins with that says what a function is given."""


class Hint(Struct, frozen=True):
    """One thing that speaks for a role.

    `kind` is where to look: "type" (a definition's name), "base", "mark", "value" (what a constant
    is made by), "call" (what is called on loading), "file" (the file's name), "folder" (a folder's
    name), "parent" (the name of the file's own folder), "import" (an outside package). `pattern` is a
    glob over that text, `weight` how much it says.
    """

    role: str
    kind: str
    pattern: str
    weight: int


class Evidence(Struct, frozen=True):
    """One reason for a unit's role, in words."""

    role: str
    text: str
    weight: int

"""Values for creating code: fields, the words of a concept, and the home of each role."""

from collections.abc import Mapping
from dataclasses import dataclass

from yandrel.model.words import pascal, plural, singular, with_article, words_of

SIDED = "cq"
"""The kind of a domain of which one side changes and one side answers."""
FIELD_TYPES = ("text", "integer", "float", "decimal", "boolean", "date", "datetime")


@dataclass(frozen=True)
class Field:
    """One value that a thing has; `type` is one of FIELD_TYPES."""

    name: str
    type: str
    optional: bool = False


@dataclass(frozen=True)
class Concept:
    """A business concept in its words: `one` and `many` in snake case."""

    one: str
    many: str

    @classmethod
    def of(cls, name: str) -> "Concept":
        return cls(singular(name), plural(name))

    @property
    def type_name(self) -> str:
        return pascal(self.one)

    @property
    def type_names(self) -> str:
        return pascal(self.many)

    @property
    def all_names(self) -> str:
        """Return the type name for all of a concept, distinct from the name of one."""
        return self.type_names if self.many != self.one else f"All{self.type_names}"

    @property
    def prefix(self) -> str:
        return "-".join(words_of(self.many))

    @property
    def with_article(self) -> str:
        return with_article(" ".join(words_of(self.one)))


@dataclass(frozen=True)
class DomainPlan:
    """A domain that is to be made: its words and fields, the unit of each role, the surroundings.

    `homes` are paths by role, those of roles that are there already included; `present` the files
    that are there. `source` is the folder in which namespaces start, `table` its table's name, `root` the
    namespace of the application's root where it has one.
    """

    concept: Concept
    fields: tuple[Field, ...]
    homes: Mapping[str, str]
    app: str
    package: str
    framework: str
    kind: str
    present: frozenset[str] = frozenset()
    source: str = ""
    table: str = ""
    root: str = ""


@dataclass(frozen=True)
class Mount:
    """A group of routes that is to be mounted: its unit, the name that it has there, its prefix."""

    unit: str
    name: str
    prefix: str
    bound: str = ""


@dataclass(frozen=True)
class ActionPieces:
    """The pieces of a model action in one unit: their names with the new ones, and what they call."""

    names: Mapping[str, str]
    calls: frozenset[str]


@dataclass(frozen=True)
class ActionAdded:
    """A unit's text with the pieces of an action, and whether a route to it is among them."""

    text: bytes
    routed: bool

"""Write an interface, its bases, and that a class implements it, in any language."""

import re
from dataclasses import dataclass

from tree_sitter import Node

from yandrel.languages.trees import text_of
from yandrel.model.split import WidePart

MARKS = frozenset(["modifiers", "modifier", "attribute_list", "decorator", "accessibility_modifier",
                   "visibility_modifier", "override_modifier", "final_modifier", "abstract_modifier",
                   "attribute", "annotation", "async"])  # fmt: skip
CONSTANT = re.compile(r"\b(?:static|private|protected|internal|fileprivate|constructor|package)\b")


@dataclass(frozen=True)
class Spelling:
    """The syntax of interfaces in one language.

    `keyword` starts one, `extends` and `implements` stand before what it builds on and what a class has;
    `end` closes a signature, `lead` starts it, `comment` is how a line of documentation is written.
    `own_file` says that each stands in a file of its name; `adds` is a word that each method of a class
    must have, `explicit` that methods need a return type, `defaults` that their parameters may have values,
    `bivariant` that any method may take less than what it overrides, `public` stands before each signature,
    `prefixed` that interfaces are called I…, `imported` that every user imports what it names, and
    `upper_is_public` that methods stand beside their type and are seen by others when they begin so.
    """

    keyword: str
    extends: str
    implements: str
    end: str
    comment: str
    indent: str = "    "
    lead: str = ""
    own_file: bool = False
    adds: str = ""
    explicit: bool = False
    defaults: bool = True
    brace_below: bool = False
    bivariant: bool = False
    public: str = ""
    prefixed: bool = False
    imported: bool = False
    upper_is_public: bool = False

    def interface(self, part: WidePart, title: str, methods: list[str], modifier: str, indent: str) -> str:
        """Return the text of an interface; `methods` have their comments and no margin."""
        base = f"{self.extends}{part.extends}" if part.extends else ""
        brace = f"\n{indent}{{" if self.brace_below else " {"
        inner = indent + self.indent
        body = "\n\n".join(_indented(text, inner) for text in methods)
        if all("\n" not in text for text in methods):
            body = "\n".join(inner + text for text in methods)
        head = f"{indent}{modifier}{self.keyword} {part.name}{base}{brace}\n"
        return f"{indent}{self.comment.format(title)}\n{head}{body}\n{indent}}}"


@dataclass(frozen=True)
class GoSpelling(Spelling):
    """Interfaces of Go embed what they build on."""

    def interface(self, part: WidePart, title: str, methods: list[str], modifier: str, indent: str) -> str:
        above = [f"\t{part.extends}"] if part.extends else []
        body = [*above, *(_indented(text, "\t") for text in methods)]
        said = self.comment.format(f"{part.name}: {title[:1].lower()}{title[1:]}")
        return f"{said}\ntype {part.name} interface {{\n" + "\n".join(body) + "\n}"


def _indented(text: str, margin: str) -> str:
    return "\n".join(margin + line if line.strip() else "" for line in text.split("\n"))


def outdented(text: str, margin: str) -> str:
    """Return a text, of which the first line starts after the margin, without it in the others."""
    return "\n".join(line.removeprefix(margin) for line in text.split("\n"))


def is_public(method: Node) -> bool:
    """Whether a method is one that others call on an object."""
    head = "".join(
        text_of(child) + " " for child in method.children if child.type in MARKS or not child.is_named
    )
    return CONSTANT.search(head) is None and "#" not in text_of(method.child_by_field_name("name"))


def signature_of(method: Node, source: bytes, spelling: Spelling) -> str:
    """Return a class's method as an interface has it; "" where something must be written first."""
    body = method.child_by_field_name("body") or next(
        (c for c in method.named_children if c.type in ("function_body", "block", "statement_block")), None
    )
    end = body.start_byte if body is not None else method.end_byte
    name = method.child_by_field_name("name")
    start = next((c.start_byte for c in method.children if c.type not in MARKS), method.start_byte)
    if method.child_by_field_name("receiver") is not None and name is not None:
        start = name.start_byte
    text = source[start:end].decode("utf-8", "replace").strip().rstrip(";").rstrip()
    inner = text[text.find("(") : text.rfind(")")]
    if not spelling.defaults and re.search(r"(?<![=!<>])=(?![=>])", inner):
        return ""
    if (
        spelling.explicit
        and not re.search(r"\)\s*(?::|->)", text)
        and not (spelling.end == "" and body is not None and text_of(body).startswith("{"))
    ):
        return ""
    return spelling.public + re.sub(r"^(?:override|async)\s+", "", text) + spelling.end

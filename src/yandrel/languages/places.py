"""Tell whether a place of a source is in code, in a string or in a comment, by its syntax tree."""

from tree_sitter import Node

CODE = "code"
STRING = "string"
COMMENT = "comment"

STRINGS = ("string", "heredoc", "nowdoc", "char_literal", "character_literal", "text", "regex")
"""Parts of the names that grammars give to nodes which hold characters."""
NOT_STRINGS = ("interpolation", "substitution", "interpolated_expression", "string_type")


class Places:
    """The places of one source."""

    def __init__(self, root: Node) -> None:
        self.root = root

    def at(self, at: int) -> str:
        """Return what a byte is in."""
        node: Node | None = self.root.descendant_for_byte_range(at, at + 1)
        while node is not None:
            kind = node.type
            if "comment" in kind:
                return COMMENT
            if any(word in kind for word in NOT_STRINGS):
                return CODE
            if any(word in kind for word in STRINGS):
                return self._documents(node)
            node = node.parent
        return CODE

    def _documents(self, node: Node) -> str:
        """A string that is a statement of its own only documents."""
        while node.parent is not None and any(word in node.parent.type for word in STRINGS):
            node = node.parent
        outer = node.parent
        return COMMENT if outer is not None and outer.type == "expression_statement" else STRING


__all__ = ["CODE", "COMMENT", "STRING", "Places"]

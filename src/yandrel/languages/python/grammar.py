"""The grammar, loaded when first needed, and the kinds of node that are asked for by number."""

from functools import cache

import tree_sitter
import tree_sitter_python

LANGUAGE = tree_sitter.Language(tree_sitter_python.language())


def _kind(name: str) -> int:
    number = LANGUAGE.id_for_node_kind(name, True)
    if number is None:
        raise LookupError(name)
    return number


IMPORT = _kind("import_statement")
IMPORT_FROM = _kind("import_from_statement")
FUTURE_IMPORT = _kind("future_import_statement")
CLASS = _kind("class_definition")
FUNCTION = _kind("function_definition")
DECORATED = _kind("decorated_definition")
DECORATOR = _kind("decorator")
EXPRESSION_STATEMENT = _kind("expression_statement")
ASSIGNMENT = _kind("assignment")
AUGMENTED = _kind("augmented_assignment")
IDENTIFIER = _kind("identifier")
DOTTED_NAME = _kind("dotted_name")
ALIASED = _kind("aliased_import")
WILDCARD = _kind("wildcard_import")
STRING = _kind("string")
CALL = _kind("call")
ATTRIBUTE = _kind("attribute")
IF = _kind("if_statement")
ELIF = _kind("elif_clause")
ELSE = _kind("else_clause")
TRY = _kind("try_statement")
EXCEPT = _kind("except_clause")
FINALLY = _kind("finally_clause")
WITH = _kind("with_statement")
FOR = _kind("for_statement")
WHILE = _kind("while_statement")
MATCH = _kind("match_statement")
BLOCK = _kind("block")
COMMENT = _kind("comment")
KEYWORD_ARGUMENT = _kind("keyword_argument")
TYPE_ALIAS = _kind("type_alias_statement")
COMPOUND = frozenset({IF, ELIF, ELSE, TRY, EXCEPT, FINALLY, WITH, FOR, WHILE, MATCH, BLOCK})


@cache
def shared_parser() -> tree_sitter.Parser:
    return tree_sitter.Parser(LANGUAGE)


def parse(source: bytes) -> tree_sitter.Tree:
    """Parse UTF-8 source; broken places come back as error nodes, never as an exception."""
    return shared_parser().parse(source)

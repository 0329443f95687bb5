"""Write the PHP interfaces that a wide type is cut into."""

from yandrel.languages.cutting.cutter import TypeCutter
from yandrel.languages.cutting.spelling import Spelling
from yandrel.languages.php.grammar import parse

PHP = Spelling(
    "interface", " extends ", " implements ", ";", "/** {} */",
    own_file=True, brace_below=True, public="public ",
)  # fmt: skip


def cut_php(unit: str) -> TypeCutter:
    return TypeCutter(lambda source, path: parse(source).root_node, PHP)

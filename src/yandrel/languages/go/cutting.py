"""Write the Go interfaces that a wide type is cut into."""

from yandrel.languages.cutting.cutter import TypeCutter
from yandrel.languages.cutting.spelling import GoSpelling
from yandrel.languages.go.grammar import parse

GO = GoSpelling("interface", "", "", "", "// {}", indent="\t", upper_is_public=True)


def cut_go(unit: str) -> TypeCutter:
    return TypeCutter(lambda source, path: parse(source).root_node, GO)

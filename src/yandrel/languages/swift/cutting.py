"""Write the Swift protocols that a wide type is cut into."""

from yandrel.languages.cutting.cutter import TypeCutter
from yandrel.languages.cutting.spelling import Spelling
from yandrel.languages.swift.grammar import parse

SWIFT = Spelling("protocol", ": ", ": ", "", "/// {}", defaults=False)


def cut_swift(unit: str) -> TypeCutter:
    return TypeCutter(lambda source, path: parse(source).root_node, SWIFT)

"""Write the Java and Kotlin interfaces that a wide type is cut into."""

from yandrel.languages.cutting.cutter import TypeCutter
from yandrel.languages.cutting.spelling import Spelling
from yandrel.languages.jvm import grammar, kotlin_tree

JAVA = Spelling("interface", " extends ", " implements ", ";", "/** {} */", own_file=True)
KOTLIN = Spelling("interface", " : ", " : ", "", "/** {} */", adds="override", explicit=True, defaults=False)


def cut_java(unit: str) -> TypeCutter:
    return TypeCutter(lambda source, path: grammar.parse(source).root_node, JAVA)


def cut_kotlin(unit: str) -> TypeCutter:
    return TypeCutter(lambda source, path: kotlin_tree.parse(source).root_node, KOTLIN)

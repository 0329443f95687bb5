"""Write the C# interfaces that a wide type is cut into."""

from yandrel.languages.csharp.grammar import parse
from yandrel.languages.cutting.cutter import TypeCutter
from yandrel.languages.cutting.spelling import Spelling

CSHARP = Spelling(
    "interface", " : ", " : ", ";", "/// <summary>{}</summary>",
    own_file=True, brace_below=True, prefixed=True,
)  # fmt: skip


def cut_csharp(unit: str) -> TypeCutter:
    return TypeCutter(lambda source, path: parse(source).root_node, CSHARP)

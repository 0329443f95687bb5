"""Write the TypeScript interfaces that a wide type is cut into."""

from yandrel.languages.cutting.cutter import TypeCutter
from yandrel.languages.cutting.spelling import Spelling
from yandrel.languages.script.grammar import parse

TYPESCRIPT = Spelling(
    "interface", " extends ", " implements ", ";", "/** {} */",
    indent="  ", explicit=True, defaults=False, bivariant=True, imported=True,
)  # fmt: skip


def cut_typescript(unit: str) -> TypeCutter | None:
    if not unit.endswith(("ts", "tsx")):
        return None
    return TypeCutter(lambda source, path: parse(source, path).root_node, TYPESCRIPT)

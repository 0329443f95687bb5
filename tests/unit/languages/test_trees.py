"""What stands right above a declaration belongs to it; trees that are asked for again are kept."""

import pytest

from yandrel.languages.jvm.grammar import GRAMMAR
from yandrel.languages.trees import KEPT, LARGEST_KEPT, Lead


@pytest.mark.parametrize(
    ("above", "taken"),
    [
        ("// one\n// two\n// three\n", "// one\n// two\n// three\n"),
        ("// apart\n\n// one\n// two\n", "// one\n// two\n"),
        ("/* one\n two */\n", "/* one\n two */\n"),
        ("// apart\n\n", ""),
        ("import a.B;\n// one\n", "// one\n"),
        ("", ""),
    ],
)
def test_comments_above(above: str, taken: str) -> None:
    source = f"{above}class Hive {{}}\n".encode()
    lead = Lead(source)
    starts = {}
    for node in GRAMMAR.parse(source).root_node.named_children:
        if node.type.endswith("comment"):
            lead.add(node)
        else:
            starts[node.type] = lead.start_of(node)
    assert source[starts["class_declaration"] :] == f"{taken}class Hive {{}}\n".encode()


def test_trees_of_the_last_small_sources_are_kept() -> None:
    small, large = b"class Hive {}\n", b"class Hive {}\n" + b"// bees\n" * 40_000
    assert GRAMMAR.parse(small) is GRAMMAR.parse(small)
    assert GRAMMAR.parse(large) is not GRAMMAR.parse(large)
    first = GRAMMAR.parse(small)
    padding = b"\n" * (LARGEST_KEPT - 100)
    for number in range(KEPT // len(padding) + 1):
        GRAMMAR.parse(f"class Hive{number} {{}}".encode() + padding)
    assert GRAMMAR.parse(small) is not first

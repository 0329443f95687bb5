"""Code that is called unsafe is read all the same, each name where it stands."""

import pytest

from yandrel.languages.csharp.facts import read_facts
from yandrel.languages.csharp.grammar import parse, spell_out

UNSAFE = """namespace Waxmoor
{{
    public unsafe class Scale
    {{
        public double Read(byte* at, int number)
        {{
            {0}
        }}
    }}
}}
"""


@pytest.mark.parametrize(
    "statement",
    [
        "double grams = *(double*)at; return grams;",
        "return *(at + number) * number;",
        "Weight weight = *(Weight*)at; return weight.Grams;",
        "float part = 1; return (double)*(float*)&part;",
        "return *at == 0 ? 0 : number * *at;",
    ],
)
def test_what_a_pointer_leads_to(statement: str) -> None:
    source = UNSAFE.format(statement).encode()
    assert not parse(source).root_node.has_error
    found = read_facts(source, "Scale.cs")
    assert not found.problems
    assert [definition.name for definition in found.definitions] == ["Scale"]
    assert len(spell_out(source)) == len(source)


def test_products_stay_products() -> None:
    source = UNSAFE.format("return 2 * number;").encode()
    assert spell_out(source) == source

"""What loading a file reads of what it imports."""

import pytest

from yandrel.languages.script.facts import read_facts


def read_taken(rest: str) -> tuple[str, ...]:
    source = f"import {{ hive, $weigh }} from './hive';\nimport * as all from './all';\n{rest}\n"
    return read_facts(source.encode(), "bees.ts", outline=True).taken


@pytest.mark.parametrize(
    ("rest", "taken"),
    [
        ("export const a = hive;", ("hive",)),
        ("export const a = [all.count, hive.name];", ("all.count", "hive.name")),
        ("export const a = all?.count;", ("all.count",)),
        ("start($weigh(1));", ("$weigh",)),
        ("export const a = { ...hive, b: all };", ("hive", "all")),
        ("export class A extends all.Base { run() { return hive; } }", ("all.Base",)),
        ("export const a = () => hive;", ()),
        ("export function a() { return hive; }", ()),
        ("export const a: typeof hive = { hive: 1 };", ()),
        ("export const a = make<all.Hive, typeof hive>();", ()),
        ("export const a = other.hive + beehive + hive2;", ()),
        ("export const a = 'hive'; // hive", ()),
    ],
)
def test_what_is_read_on_loading(rest: str, taken: tuple[str, ...]) -> None:
    assert read_taken(rest) == taken


def test_imports_of_what_loading_does_not_read_bite_later() -> None:
    source = b"import { hive } from './hive';\nimport { weigh } from './weigh';\nexport const a = () => hive(weigh);\nweigh();\n"
    facts = read_facts(source, "bees.ts", outline=True)
    assert [item.when.name for item in facts.imports] == ["CALL", "LOAD"]

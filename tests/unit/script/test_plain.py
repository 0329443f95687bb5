"""Statements that are read from their text say what the parser would say of them."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from yandrel.languages.script.facts import read_facts
from yandrel.languages.script.heads import read_head
from yandrel.languages.script.outlines import find_paths
from yandrel.languages.script.plain import find_plain
from yandrel.model.facts import Facts

PLAIN = {
    "type": "export type Hive = {\n  id: number\n  queen?: Queen;\n}",
    "union": "type Weight =\n  | number\n  | Grams\n",
    "type with parameters": "export type Kept<\n  bee extends Bee = Bee,\n> = Omit<Hive, 'id'> & {\n  bee: bee\n};",
    "type on one line": "type Open = { a: string; b: number } | 'closed';",
    "function": "export async function weigh(hive: Hive, by = scale): Promise<number> {\n  return by.weigh(hive)\n}",
    "parameters on lines": "function weigh(\n  hive: Hive,\n): number {\n  return hive as unknown as number\n}",
    "taken apart": "export function weigh({\n  hive,\n}: { hive: Hive }): number {\n  return scale(hive)\n}",
    "default": "export default function open(hive: Hive) {\n  return hive.open()\n}",
    "arrow": "export const close = async (hive: Hive): Promise<void> => {\n  await shut(hive)\n};",
    "object": "export const LIMITS = {\n  least: 1,\n  most: [2, 3],\n}",
    "made": "export const apiary = define({\n  ...limits,\n  name: 'Waxmoor',\n})",
    "made by new": "const apiary: Apiary = new places.Apiary({\n  scale,\n  at: limits.most,\n});",
    "listed": "export const STEPS = [\n  'open',\n  'weigh',\n] as const",
    "literal": "export const MOST = 12;",
    "namespace": "export namespace weigh {\n  export type Given = {\n    hive: Hive\n  }\n  // and\n  type Told = number\n}",
}
LEFT = {
    "a method": "export const keeper = {\n  open() {\n    return 1\n  },\n}",
    "a function in it": "export const keeper = {\n  open: () => scale,\n}",
    "called at once": "export const found = (() => {\n  return scale\n})()",
    "goes on": "export const found = [\n  1,\n].map(String)",
    "goes on below": "export const found = [\n  1,\n]\n;[2].forEach(scale)",
    "goes on with a bracket": "export const found = [\n  1,\n]\n(scale)",
    "type and call": "type Hive = { a: string }; scale()",
    "type without its end": "type Hive =\nGrams",
    "takes a module": "export function open() {\n  return import('./hive')\n}",
    "values": "export namespace weigh {\n  export type Given = Hive\n  export const least = scale\n}",
    "named twice": "export function weigh(a: Hive): number\nexport function weigh(a: number): number",
}
HEAD = "import { Bee, Hive, Queen, Grams, scale, shut, define, limits } from './hive'\nimport * as places from '../places'\n"
AROUND = {
    "alone": "%s\n",
    "between others": "scale()\n\n/** Weighs. */\n%s\n\nclass Keeper extends Bee {}\n",
    "below comments": "/* eslint-disable */\n\n// how much\n// it weighs\n%s\n// ends here\n",
    "beside comments": "const a = b; // one\n%s // two\n",
}


def read(text: str) -> tuple[Facts, Facts]:
    source = (HEAD + text).encode()
    return read_facts(source, "src/hive.ts", True), read_facts(source, "src/hive.ts")


def names_of(text: str) -> list[str]:
    source = (HEAD + text).encode()
    start = read_head(source).end
    return [item.name for item in find_plain(source, start, find_paths(source, start))]


@pytest.mark.parametrize("around", AROUND)
@pytest.mark.parametrize("statement", [*PLAIN, *LEFT])
@pytest.mark.parametrize("end", ["\n", "\r\n"])
def test_the_outline_says_what_the_whole_says(statement: str, around: str, end: str) -> None:
    outline, whole = read((AROUND[around] % (PLAIN | LEFT)[statement]).replace("\n", end))
    assert not whole.problems or statement in ("type without its end",)
    assert outline.definitions == whole.definitions
    assert outline.exports == whole.exports
    assert outline.taken == whole.taken
    assert set(outline.typed) <= set(whole.typed)
    assert [(i.module, i.when) for i in outline.imports] == [(i.module, i.when) for i in whole.imports]


@pytest.mark.parametrize("statement", PLAIN)
def test_plain_statements_need_no_parser(statement: str) -> None:
    assert len(names_of(AROUND["between others"] % PLAIN[statement])) == 1


@pytest.mark.parametrize("statement", LEFT)
def test_what_leaves_doubt_is_parsed(statement: str) -> None:
    assert not names_of(AROUND["between others"] % LEFT[statement])


@pytest.mark.parametrize(
    "around",
    [
        "(function () {\n%s\n})();\n",
        "const text = `\n%s\n`\n",
        "export class Hive {\n  open() {\n    return `\n%s\n`\n  }\n}\n",
        "/*\n%s\n*/\nscale()\n",
        "if (scale) {\n%s\n}\n",
        "define(function (require) {\n\n%s\n\nreturn weigh\n})\n",
    ],
)
@pytest.mark.parametrize("statement", ["function", "object", "literal"])
def test_what_stands_within_something_else_is_not_of_the_top_level(around: str, statement: str) -> None:
    outline, whole = read(around % PLAIN[statement].replace("export ", ""))
    assert outline.definitions == whole.definitions
    assert outline.calls == whole.calls


def test_names_in_types_and_signatures_are_no_values() -> None:
    outline, _ = read(
        "export function weigh(hive: Hive, bee: Bee = scale): Queen {\n  return shut(hive)\n}\n"
    )
    assert {"Hive", "Bee", "Queen"} <= set(outline.typed)
    assert not {"scale", "shut"} & set(outline.typed)


@pytest.mark.parametrize(
    "head",
    [
        "function weigh(hive: Hive, { queen }: Queen): Promise<Bee> {",
        "async function weigh<kept extends Hive = Hive>(by: (bee: Bee) => Queen = scale) {",
        "function weigh({ [places]: hive }: Hive, [bee]: Bee[]): Queen {",
        "function weigh(hive: { [bee in keyof Bee]: Hive }, queen?: typeof scale): asserts hive is Queen {",
        "const weigh = async (hive: Hive, bee: Bee = scale(places)): Promise<Queen> => {",
        "const weigh = (hive: Hive): Bee => {",
        "const weigh: Queen = (hive = scale) => {",
    ],
)
def test_heads_of_functions_hold_the_values_that_a_tree_finds(head: str) -> None:
    outline, whole = read(f"export {head}\n  return shut(hive)\n}}\n")
    assert names_of(f"export {head}\n  return shut(hive)\n}}\n") == ["weigh"]
    assert outline.typed == whole.typed


def test_what_a_comment_beside_another_statement_says_is_not_of_the_next() -> None:
    outline, whole = read("const a = b; // one\nexport const B = 2\n")
    assert outline.definitions == whole.definitions
    assert outline.definitions[-1].start == len(HEAD) + len("const a = b; // one\n")


@given(
    st.lists(st.sampled_from(sorted(PLAIN | LEFT)), min_size=1, max_size=4),
    st.integers(0, 500),
    st.integers(0, 12),
)
def test_no_cut_text_is_read_for_something_else(statements: list[str], at: int, less: int) -> None:
    text = "\n\n".join((PLAIN | LEFT)[statement] for statement in statements)
    outline, whole = read(text[:at] + text[at + less :] + "\n")
    if not whole.problems:
        assert outline.definitions == whole.definitions
        assert set(outline.typed) <= set(whole.typed)

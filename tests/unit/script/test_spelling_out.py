"""TypeScript that the grammar does not know is read all the same, each name where it stands."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from yandrel.languages.script.facts import read_facts
from yandrel.languages.script.grammar import parse
from yandrel.languages.script.spelling_out import spell_out

UNKNOWN = [
    'declare const a: import("./x").Hive<Bees, Honey>;\n',
    'declare const a: (x: import("./x").Hive<Bees>[], y: Array<import("./x").Comb<Bees>>) => void;\n',
    'declare function list(): Promise<(typeof import("./x").Hive | typeof import("./x").Comb)[]>;\n',
    'declare const a: import("./x").Hive<{ a: () => Bees; b: [Bees, "," ] }, Honey>[][];\n',
    'declare const a: {\n    of: import("./x").Hive[];\n};\n',
]


@pytest.mark.parametrize("text", UNKNOWN)
def test_imported_types(text: str) -> None:
    assert not parse(text.encode(), "a.d.ts").root_node.has_error
    found = read_facts(text.encode(), "a.d.ts")
    assert {text[i.module_start : i.module_end] for i in found.imports} == {"./x"}
    assert not found.problems


@pytest.mark.parametrize(
    ("text", "spelled"),
    [
        ("export type * from './x';", "export      * from './x';"),
        ("type A<out B extends C, in out D> = B;", "type A<    B extends C,        D> = B;"),
        ("type A<B, /* why */ out D> = B;", "type A<B, /* why */     D> = B;"),
        ("class A<const in out B> {}", "class A<             B> {}"),
        ("let a: { abstract?: B };", "let a: { Abstract?: B };"),
        ("type A<type> = | (type extends B ? C : D);", "type A<type> = | (Type extends B ? C : D);"),
        ("let a: import('x').B<C, D>[] = 1;", "let a: import('x').B&C& D    = 1;"),
        ("foo(import('x'))", "foo(import('x'))"),
        (
            "let a: {\n  (b: B): C\n  <D>(\n    d: D\n  ): D\n}",
            "let a: {\n  (b: B): C\n ;<D>(\n    d: D\n  ): D\n}",
        ),
        (
            "let a: {\n  b: B\n  /** <C> */\n  <D>(d: D): D\n}",
            "let a: {\n  b: B\n  /** <C> */\n ;<D>(d: D): D\n}",
        ),
        ("a =\n  (b: B): C => d", "a =\n  (b: B): C => d"),
        ("a(\n  b,\n  <D>(d: D): D => d\n)", "a(\n  b,\n  <D>(d: D): D => d\n)"),
        ("let a: (b: B) =>\n  (c: C): D", "let a: (b: B) =>\n  (c: C): D"),
        ("b\n  (c)\n", "b\n  (c)\n"),
        ("await sql<Hive[]>`x`", "await sql(Hive  )`x`"),
        (
            "sql<{ readonly a?: B<C, 'd'>[]; e: F | null }>`x`",
            "sql({          a : B&C& 'd'   , e: F | null })`x`",
        ),
        ("sql<{\n  a: B\n  c: D\n}>`x`", "sql({\n  a: B\n ,c: D\n})`x`"),
        ("a < b || c > d", "a < b || c > d"),
        ("interface A {\n  b: B\n  in: C\n}", "interface A {\n  b: B\n  In: C\n}"),
    ],
)
def test_spelled_out(text: str, spelled: str) -> None:
    assert spell_out(text.encode()).decode() == spelled


@pytest.mark.parametrize(
    "text",
    [
        "export const make: {\n  (n: number): <A>(a: A) => Hive<A>\n  // of bees\n  <A>(a: A): Hive<A>\n} = weigh\n",
        "export interface Weigh {\n  scale: Scale\n  <\n    A extends Hive,\n  >(hive: A): Grams\n}\n",
        "const hives = await db.$queryRaw<Hive[]>`select 1`\n",
        "const hives = await sql<{ id: number; queen: Queen | null }>`select ${id} from hives`\n",
        "export interface Parameter {\n  name: string\n  in: 'query'\n}\n",
    ],
)
def test_what_is_spelled_out_can_be_read(text: str) -> None:
    assert not read_facts(text.encode(), "a.ts").problems


def test_default_function_of_declarations() -> None:
    text = "export default function ({ hive }: Given): Promise<void>;\nexport declare const a: 1;\n"
    found = read_facts(text.encode(), "a.d.ts")
    assert not found.problems
    with_body = "export default function (hive) { return hive; }\n"
    assert spell_out(with_body.encode()).decode() == with_body


def test_what_is_broken_stays_broken() -> None:
    text = 'declare const a: import("./x").Hive<Bees;\nclass {\n'
    assert read_facts(text.encode(), "a.d.ts").problems


@given(st.text("<>(){}[],;'\"`= \nab.|&") | st.text("ab<>[], ").map(lambda s: f'x: import("y").Z<{s}'))
def test_length_and_lines_stay(text: str) -> None:
    source = text.encode()
    found = spell_out(source)
    assert len(found) == len(source)
    assert [at for at, byte in enumerate(found) if byte == 10] == [i for i, b in enumerate(source) if b == 10]

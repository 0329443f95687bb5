"""Which names a module binds, and who reads them."""

from yandrel.languages.script.deep import find_unbound, read_deep


def read(text: str, path: str = "a.ts") -> tuple[list[str], list[str], list[str]]:
    deep = read_deep(text.encode(), path)
    return list(deep.bound), [r.name for r in deep.references], [r.name for r in deep.unbound]


def test_parameters_and_blocks_hide_names() -> None:
    _, references, unbound = read(
        "const x = 1, y = 2;\nfunction f(x) { { const y = x; return y; } }\nfunction g() { return x + y; }\n"
    )
    assert references == ["x", "y"]
    assert unbound == []


def test_var_is_of_the_function() -> None:
    _, references, unbound = read("const z = 1;\nfunction f() { if (1) { var z = 2; } return z; }\n")
    assert references == []
    assert unbound == []


def test_patterns_bind_and_defaults_read() -> None:
    bound, references, _ = read("import d from './d';\nconst { a, b: { c = d }, ...rest } = d;\n")
    assert bound == ["d", "a", "c", "rest"]
    assert references == ["d", "d"]


def test_type_parameters_are_not_references() -> None:
    _, references, unbound = read(
        "type M<U> = { [P in keyof U]: U[P] } & (U extends Array<infer V> ? V : X);\n"
    )
    assert references == []
    assert set(unbound) == {"Array", "X"}


def test_members_of_a_module_bound_whole() -> None:
    deep = read_deep(b"import * as ns from './ns';\nns.a(); let t: ns.B;\n", "a.ts")
    assert [(r.name, r.member) for r in deep.references] == [("ns", "a"), ("ns", "B")]


def test_shorthand_properties_read() -> None:
    deep = read_deep(b"const a = 1;\nexport default { a, b: a };\n", "a.js")
    assert [(r.name, r.kind) for r in deep.references] == [("a", "shorthand"), ("a", "value")]


def test_what_is_assigned_to() -> None:
    deep = read_deep(b"let a = 1, b = 2, c = 3, d = 4;\na = 2; b += 1; c++; d.x = 1;\n", "a.js")
    assert {name: len(places) for name, places in deep.assigned.items()} == {"a": 1, "b": 1, "c": 1}


def test_loops_catch_and_labels() -> None:
    _, references, unbound = read(
        "const i = 1;\nfor (const i of []) i;\ntry {} catch (i) { i; }\nout: for (;;) break out;\n"
    )
    assert references == []
    assert unbound == []


def test_unbound_names_are_those_of_nobody() -> None:
    assert find_unbound(b"const a = require('x');\nmodule.exports = [a, missing, console];\n", "a.js") == [
        "missing", "console"
    ]  # fmt: skip

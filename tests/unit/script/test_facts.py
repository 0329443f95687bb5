"""What is read from one JavaScript or TypeScript file."""

import pytest

from yandrel.languages.script.facts import read_facts
from yandrel.model.facts import When


def imports(text: str, path: str = "a.ts") -> list[tuple[str, tuple[tuple[str, str], ...], str]]:
    found = read_facts(text.encode(), path)
    return [(i.module, tuple((n.name, n.bound) for n in i.names), i.space) for i in found.imports]


def exports(text: str, path: str = "a.js") -> set[str]:
    return set(read_facts(text.encode(), path).exports or ())


def test_every_form_of_import() -> None:
    assert imports("import a, { b, c as d } from './x';") == [
        ("./x", (("default", "a"), ("b", "b"), ("c", "d")), "import")
    ]
    assert imports("import * as ns from './x';") == [("./x", (("=", "ns"),), "import")]
    assert imports("import './x';") == [("./x", (), "import")]
    assert imports("import f = require('./x');") == [("./x", (("=", "f"),), "import")]
    assert imports("export { a as b } from './x';") == [("./x", (("a", "b"),), "reexport")]
    assert imports("export * from './x';") == [("./x", (("*", "*"),), "reexport")]
    assert imports("const { a, b: c } = require('./x');") == [("./x", (("a", "a"), ("b", "c")), "require")]
    assert imports("const a = require('./x').b;") == [("./x", (("b", "a"),), "require")]


def test_paths_in_calls_wherever_they_stand() -> None:
    text = "function f() { return require('./x'); }\njest.mock('./y');\nimport('./z');\nrequire.resolve('./w');\n"
    assert [(m, s) for m, _, s in imports(text)] == [
        ("./x", "require"), ("./y", "path"), ("./z", "dynamic"), ("./w", "path")
    ]  # fmt: skip


def test_paths_in_comments_and_strings_do_not_count() -> None:
    assert imports("// require('./x')\nconst a = \"require('./y')\";\n") == []


def test_when_an_import_bites() -> None:
    text = (
        "import { A } from './a';\nimport { B } from './b';\nimport type { C } from './c';\n"
        "class K extends A {}\nfunction f() { return B; }\n"
    )
    found = read_facts(text.encode(), "a.ts").imports
    assert [i.when for i in found] == [When.LOAD, When.CALL, When.TYPES]


def test_exports_of_modules() -> None:
    assert exports("export const a = 1, b = 2; export default class K {}; export { a as c };") == {
        "a=a", "b=b", "default=K", "c=a"
    }  # fmt: skip


def test_exports_of_commonjs() -> None:
    assert exports("module.exports = { a, b: c, d() {} };") == {"===", "a=a", "b=c", "d=d"}
    assert exports("exports.a = b; module.exports.c = 1;") == {"a=b", "c=c"}
    assert exports("module.exports = Hive;") == {"==Hive"}


def test_definitions() -> None:
    text = "@Controller('x')\nexport class K extends A implements B {\n  m() {}\n}\nconst r = express.Router();\n"
    k, r = read_facts(text.encode(), "a.ts").definitions
    assert (k.kind, k.bases, k.marks, k.members) == ("class", ("A", "B"), ("Controller",), ("m()",))
    assert (r.kind, r.value) == ("constant", "express.Router()")


def test_typed_javascript_is_read_as_what_it_is() -> None:
    assert not read_facts(b"function f(a: number): string { return ''; }\n", "a.js").problems


def test_a_broken_file_says_where() -> None:
    assert read_facts(b"const = ;\n", "a.js").problems[0].line == 1


def test_modules_that_a_bundler_wrapped_lead_elsewhere() -> None:
    bundle = "({1: [function (require, module, exports) {\n  var theme = require('./theme');\n}, {}]});\n"
    assert imports(bundle, "a.js") == []
    loader = "define(function (require) {\n  const theme = require('./theme');\n});\n"
    assert [module for module, _, _ in imports(loader, "a.js")] == ["./theme"]


def defined(text: str) -> list[tuple[str, str, bool]]:
    return [(d.name, d.kind, d.conditional) for d in read_facts(text.encode(), "hives.js").definitions]


@pytest.mark.parametrize(
    ("text", "found"),
    [
        ("exports.open = async (req, res) => {};", [("open", "function", False)]),
        ("module.exports.Hive = class {};\nexports.GRAMS = 2500;",
         [("Hive", "class", False), ("GRAMS", "constant", False)]),
        ("module.exports = { open() {}, close: () => {}, GRAMS: 2, weigh };",
         [("open", "function", True), ("close", "function", True)]),
        ("exports.open = open; exports.scales = require('./scales'); exports.log = console.log;", []),
        ("exports.open = exports.close = void 0;", []),
        ("exports.default = () => {}; exports.__esModule = true;", []),
        ("function open() {}\nexports.open = function () { return open(); };", [("open", "function", False)]),
        ("exports.open = () => 1;\nexports.open = () => 2;", []),
    ],
)  # fmt: skip
def test_what_is_assigned_to_exports_is_defined(text: str, found: list[tuple[str, str, bool]]) -> None:
    assert defined(text) == found


def test_a_comment_belongs_to_what_stands_right_below_it() -> None:
    text = b"/** Said of the file. */\n\n/** Opens. */\nexports.open = () => 1;\n\n// All.\nconst a = 1;\n"
    found = read_facts(text, "hives.js").definitions
    assert [text[d.start : d.end].split(b"\n")[0] for d in found] == [b"/** Opens. */", b"// All."]
    (alone,) = read_facts(b"/** Said of the file. */\n\nconst a = 1;\n", "hives.js").definitions
    assert alone.start == 26


def test_functions_of_an_object_are_its_members() -> None:
    text = "const hives = { async open(a) {}, close: () => {}, 'weigh': function () {}, GRAMS: 2, [b]: c, ...d };"
    (hives,) = read_facts(text.encode(), "hives.js").definitions
    assert (hives.kind, hives.members) == ("constant", ("open()", "close()", "weigh()"))

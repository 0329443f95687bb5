"""Cycles of modules that bite, judged without running anything, against node itself."""

import subprocess
from pathlib import Path

import pytest

from tests.conftest import needs_tool, write_tree
from yandrel.languages.registry import load_language
from yandrel.languages.script.view import ScriptView
from yandrel.model.project import Project, Units

CASES: dict[str, dict[str, str]] = {
    "base through a whole module": {
        "a.js": 'const b_1 = require("./b");\nclass A {}\nexports.A = A;\n',
        "b.js": 'const a_1 = require("./a");\nclass B extends a_1.A {}\nexports.B = B;\n',
    },
    "announced and not yet there": {
        "a.js": 'exports.A = void 0;\nconst b_1 = require("./b");\nclass A {}\nexports.A = A;\n',
        "b.js": 'exports.B = void 0;\nconst a_1 = require("./a");\nclass B extends a_1.A {}\nexports.B = B;\n',
    },
    "there before the other is loaded": {
        "a.js": 'exports.A = A;\nfunction A() {}\nconst b_1 = require("./b");\n',
        "b.js": 'const a_1 = require("./a");\nclass B extends a_1.A {}\nexports.B = B;\n',
    },
    "another name of the same module": {
        "a.js": 'exports.base = base;\nfunction base() {}\nconst b_1 = require("./b");\nclass A {}\nexports.A = A;\n',
        "b.js": 'const a_1 = require("./a");\nclass B extends a_1.base {}\nexports.B = B;\n',
    },
    "read when called": {
        "a.js": 'const b_1 = require("./b");\nclass A {}\nexports.A = A;\n',
        "b.js": 'const a_1 = require("./a");\nexports.B = () => new a_1.A();\n',
    },
    "modules, one name of two": {
        "a.mjs": 'import { b } from "./b.mjs";\nexport const a = 1;\nexport function f() {}\nexport const c = () => b;\n',
        "b.mjs": 'import { a, f } from "./a.mjs";\nexport const b = f;\nexport const later = () => a;\n',
    },
    "modules, read on loading": {
        "a.mjs": 'import { b } from "./b.mjs";\nexport const a = () => b;\n',
        "b.mjs": 'import { a } from "./a.mjs";\nexport const b = a;\n',
    },
    "modules, a whole one": {
        "a.mjs": 'import * as b from "./b.mjs";\nexport class A {}\nexport const c = () => b;\n',
        "b.mjs": 'import * as a from "./a.mjs";\nexport class B extends a.A {}\n',
    },
    "through a barrel, which has it by then": {
        "index.mjs": 'export * from "./a.mjs";\nexport * from "./b.mjs";\n',
        "a.mjs": "export class A {}\n",
        "b.mjs": 'import { A } from "./index.mjs";\nexport class B extends A {}\n',
    },
}  # fmt: skip


def view_of(files: dict[str, str]) -> ScriptView:
    language = load_language("script")
    facts = {path: language.read_facts(text.encode(), path) for path, text in files.items()}
    return ScriptView(Units(facts), Project())


def fails_in_node(root: Path, unit: str) -> bool:
    return subprocess.run(["node", unit], cwd=root, capture_output=True, check=False).returncode != 0


@needs_tool("node")
@pytest.mark.parametrize("name", CASES)
def test_faults_are_those_of_node(name: str, tmp_path: Path) -> None:
    files = CASES[name]
    root = write_tree(tmp_path, dict(files))
    graph = view_of(files)
    for unit in files:
        assert bool(graph.loading_faults_of(unit, frozenset(files))) == fails_in_node(root, unit), unit


def test_declarations_and_types_are_not_loaded() -> None:
    files = {
        "a.ts": 'import { Hive } from "./b";\nexport class A {}\n',
        "b.ts": 'import { A } from "./a";\nexport interface Hive { of: A }\nexport class B extends A {}\n',
        "c.d.ts": 'import { D } from "./d";\nexport declare class C {}\n',
        "d.d.ts": 'import { C } from "./c";\nexport declare class D extends C {}\n',
    }
    assert view_of(files).load_cycles() == []


def test_what_is_only_named_as_a_type_is_not_loaded() -> None:
    uses = {
        "let b: B;": False,
        "const all = new Map<string, B>();": False,
        "type T = typeof B;": False,
        "// B comes later": False,
        "function f() {\n  return new B();\n}": True,
        "export class C extends B {}": True,
        "export { B };": True,
        "export const all = () => [...B];": True,
        "function f() {\n  return B.all;\n}": True,
        "let BB: number; let a$B: number;": False,
        "@Wired()\nclass C { constructor(private b: B) {} }": True,
    }
    for text, kept in uses.items():
        files = {
            "a.ts": f'import {{ B }} from "./b";\nexport class A {{}}\n{text}\n',
            "b.ts": 'import { A } from "./a";\nexport class B extends A {}\n',
        }
        assert bool(view_of(files).load_cycles()) == kept, text

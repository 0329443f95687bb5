"""Functions, their statements and their calls, read in every language."""

import pytest

from yandrel.languages.registry import language_of, load_language
from yandrel.model.bodies import Bodies, Function, listed_name

SOURCES = {
    "a.py": (
        "class Hive:\n    def __init__(self):\n        pass\n    def _hid(self):\n        pass\n"
        '    def weigh(self, x):\n        """Weigh."""\n        if x:\n            print(x)\n        return 1\n'
        "    @override\n    def given(self):\n        pass\n"
    ),
    "a.js": (
        "class Hive {\n  constructor() {}\n  #hid() {}\n"
        "  weigh(x) {\n    if (x) {\n      print(x);\n    }\n    return 1;\n  }\n  get given() { return 1; }\n}\n"
    ),
    "a.ts": (
        "class Hive {\n  constructor() {}\n  private hid() {}\n"
        "  weigh(x: number) {\n    if (x) print(x);\n    return 1;\n  }\n  override given() {}\n}\n"
    ),
    "a.php": (
        "<?php\nclass Hive {\n  function __construct() {}\n  private function hid() {}\n"
        "  function weigh($x) {\n    if ($x) { weight($x); }\n    return 1;\n  }\n"
        "  #[Override]\n  public function given() {}\n}\n"
    ),
    "A.java": (
        "class Hive {\n  Hive() {}\n  void hid() {}\n"
        "  public int weigh(int x) {\n    if (x > 1) { print(x); }\n    return 1;\n  }\n"
        "  @Override\n  public int given() { return 1; }\n}\n"
    ),
    "a.kt": (
        "class Hive {\n  private fun hid() {}\n"
        "  fun weigh(x: Int): Int {\n    if (x > 1) { print(x) }\n    return 1\n  }\n"
        "  override fun given() = 1\n}\n"
    ),
    "A.cs": (
        "class Hive {\n  Hive() {}\n  void Hid() {}\n"
        "  public int Weigh(int x) {\n    if (x > 1) { print(x); }\n    return 1;\n  }\n"
        "  public override int Given() { return 1; }\n}\n"
    ),
    "a.go": (
        "package a\n\ntype Hive struct{}\n\nfunc (h *Hive) hid() {}\n\n"
        "func (h *Hive) Weigh(x int) int {\n\tif x > 1 {\n\t\tprint(x)\n\t}\n\treturn 1\n}\n"
    ),
    "a.swift": (
        "class Hive {\n  init() {}\n  private func hid() {}\n"
        "  func weigh(x: Int) -> Int {\n    if x > 1 { print(x) }\n    return 1\n  }\n"
        "  override func given() {}\n}\n"
    ),
}


def read(path: str, source: str) -> Bodies:
    return load_language(language_of(path) or "").read_bodies(source.encode(), path)


def named(bodies: Bodies, name: str) -> Function:
    [found] = [function for function in bodies.functions if function.name.lower() == name]
    return found


@pytest.mark.parametrize("path", SOURCES)
def test_methods_with_owner_visibility_and_statements(path: str) -> None:
    bodies = read(path, SOURCES[path])
    weigh = named(bodies, "weigh")
    assert (weigh.owner, weigh.statements, weigh.hidden, weigh.given, weigh.inner) == (
        "Hive",
        3,
        False,
        False,
        False,
    )
    [hid] = [f for f in bodies.functions if f.name.lower().strip("_#") == "hid"]
    assert hid.hidden
    assert [call.arguments for call in bodies.calls] == [1]


@pytest.mark.parametrize("path", [path for path in SOURCES if path != "a.go"])
def test_names_that_a_base_gives(path: str) -> None:
    assert named(read(path, SOURCES[path]), "given").given


def test_functions_inside_of_functions() -> None:
    bodies = read(
        "a.js", "const show = (ask) => {\n  return list.map((one) => one);\n};\napp.get('/x', () => 1);\n"
    )
    assert [(f.name, f.inner) for f in bodies.functions] == [("show", False), ("", True), ("", False)]


def test_what_only_runs_when_a_file_is_started() -> None:
    bodies = read("a.py", "if __name__ == '__main__':\n    print(1)\nprint(2)\n")
    assert [(call.line, call.started) for call in bodies.calls] == [(2, True), (3, False)]


def test_names_of_calls() -> None:
    source = "<?php\n$this->log?->dump(1);\n\\App\\X::dd();\nexit(1);\n$f()();\n"
    assert [call.name for call in read("a.php", source).calls] == ["$this.log.dump", "App.X.dd", "exit", "$f"]


@pytest.mark.parametrize(
    ("name", "arguments", "listed"),
    [
        ("print_r", 1, "print_r/1"),
        ("print_r", 2, ""),
        ("e.printStackTrace", 0, "*.printStackTrace"),
        ("time.sleep", 1, "time.sleep"),
        ("sleep", 1, ""),
    ],
)
def test_how_calls_are_listed(name: str, arguments: int, listed: str) -> None:
    kinds = {"print_r/1": "output", "*.printStackTrace": "debugger", "time.sleep": "sleep"}
    assert listed_name(name, arguments, kinds) == listed

"""A move that is refused alone names the whole set that can move together, and the command for it."""

from pathlib import Path

import pytest

from tests.conftest import Yandrel, write_tree

GO = {
    "go.mod": "module waxmoor\n\ngo 1.21\n",
    "hive/hive.go": "package hive\n\ntype Hive struct {\n\tname string\n}\n\n"
    "func count(h Hive) int { return len(h.name) }\n",
    "hive/more.go": "package hive\n\nfunc Bigger(h Hive) bool { return count(h) > 3 }\n",
    "hive/other.go": "package hive\n\nfunc Nothing() {}\n",
}
JAVA = {
    "src/main/java/waxmoor/hives/Hive.java": "package waxmoor.hives;\n\npublic class Hive {\n"
    "    int frames() {\n        return 3;\n    }\n}\n",
    "src/main/java/waxmoor/hives/Count.java": "package waxmoor.hives;\n\npublic class Count {\n"
    "    int all(Hive hive) {\n        return hive.frames();\n    }\n}\n",
    "src/main/java/waxmoor/hives/Other.java": "package waxmoor.hives;\n\npublic class Other {\n}\n",
}
SCRIPT = {
    "package.json": '{"name": "waxmoor"}\n',
    "src/counter.js": "let last = 0;\n\nfunction next() {\n  last += 1;\n  return last;\n}\n\n"
    "function size() {\n  return 12;\n}\n\nmodule.exports = { last, next, size };\n",
}
PYTHON = {
    "waxmoor/__init__.py": "",
    "waxmoor/hives.py": "from waxmoor.mail import send\n\nPLACE = send('x')\n\n\n"
    "class Frame:\n    pass\n\n\nclass Hive(Frame):\n    pass\n",
    "waxmoor/mail.py": "def send(text):\n    return text\n",
}
CASES = {
    "go file": (GO, ["hive/more.go", "bee/"], "yandrel move hive/more.go hive/hive.go bee/"),
    "go definition": (
        GO,
        ["hive/hive.go:count", "bee/bee.go"],
        "yandrel move hive/hive.go:count hive/hive.go:Hive hive/more.go:Bigger bee/bee.go",
    ),
    "java": (
        JAVA,
        ["src/main/java/waxmoor/hives/Count.java", "src/main/java/waxmoor/counts/"],
        "yandrel move src/main/java/waxmoor/hives/Count.java src/main/java/waxmoor/hives/Hive.java"
        " src/main/java/waxmoor/counts/",
    ),
    "python cycle": (
        PYTHON,
        ["waxmoor/hives.py:Hive", "waxmoor/mail.py"],
        "yandrel move waxmoor/hives.py:Hive waxmoor/hives.py:Frame waxmoor/mail.py",
    ),
}


@pytest.mark.parametrize("name", CASES)
def test_the_command_that_is_printed_moves_the_whole_set(name: str, tmp_path: Path, yandrel: Yandrel) -> None:
    tree, call, command = CASES[name]
    root = write_tree(tmp_path / "app", dict(tree))
    refused = yandrel(root, "move", *call)
    assert refused.status == 3
    assert f"it can move together with {command.split()[3]}" in refused.err
    assert f"`{command}`" in refused.err
    assert yandrel(root, *command.split()[1:]).status == 0


def test_nothing_is_offered_where_code_outside_of_definitions_holds_it(
    tmp_path: Path, yandrel: Yandrel
) -> None:
    root = write_tree(tmp_path / "app", dict(SCRIPT))
    refused = yandrel(root, "move", "src/counter.js:last", "src/shared/last.js")
    assert refused.status == 3
    assert "is assigned to elsewhere" in refused.err
    assert "together" not in refused.err


def test_several_sources_go_into_one_folder(tmp_path: Path, yandrel: Yandrel) -> None:
    root = write_tree(tmp_path / "app", dict(GO))
    assert yandrel(root, "move", "hive/hive.go", "hive/more.go", "bee").status == 2
    assert yandrel(root, "move", "hive/hive.go", "hive/more.go", "bee/").status == 0
    assert sorted(path.name for path in (root / "bee").iterdir()) == ["hive.go", "more.go"]


def test_tests_stay_among_tests(tmp_path: Path, yandrel: Yandrel) -> None:
    tree = {
        **JAVA,
        "src/test/java/waxmoor/hives/HiveTest.java": "package waxmoor.hives;\n\nclass HiveTest {\n"
        "    int test() {\n        return new Hive().frames();\n    }\n}\n",
    }
    del tree["src/main/java/waxmoor/hives/Count.java"]
    root = write_tree(tmp_path / "app", dict(tree))
    refused = yandrel(root, "move", "src/main/java/waxmoor/hives/Hive.java", "src/main/java/waxmoor/bees/")
    assert refused.status == 3
    assert "it can move together with src/test/java/waxmoor/hives/HiveTest.java: as one step" in refused.err

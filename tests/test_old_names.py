"""Old names beside the code: listed in every form, edited only where their place says that they are names."""

import json
from pathlib import Path
from typing import Any

import pytest

from tests.conftest import Yandrel, read_tree, write_tree

PYTHON: dict[str, str | bytes] = {
    "shop/__init__.py": "",
    "shop/plugins.py": "class Label:\n    pass\n",
    "shop/app.py": "from shop.plugins import Label\n\nprint(Label)\n",
}
MOVE = ("move", "shop/plugins.py", "shop/parts/extras.py", "--format", "json")
SCRIPT: dict[str, str | bytes] = {
    "package.json": '{\n  "name": "@waxmoor/shop"\n}\n',
    "lib/hooks/order.js": "module.exports = { a: 1 }\n",
    "lib/hooks/bee.js": "module.exports = { a: 1 }\n",
    "lib/app.js": "const order = require('./hooks/order')\n",
}
SCRIPT_MOVE = ("move", "lib/hooks/order.js", "lib/orders/order.js", "--format", "json")
PHP: dict[str, str | bytes] = {
    "composer.json": '{"autoload": {"psr-4": {"Waxmoor\\\\": "src/"}}}\n',
    "src/Nodes/Hive.php": "<?php\nnamespace Waxmoor\\Nodes;\n\nclass Hive\n{\n}\n",
}
PHP_MOVE = ("move", "src/Nodes/Hive.php", "src/Bees/Hive.php", "--format", "json")


def run(yandrel: Yandrel, root: Path, move: tuple[str, ...]) -> list[dict[str, Any]]:
    done = yandrel(root, *move)
    assert done.status == 0, done.err
    notes: list[dict[str, Any]] = json.loads(done.out)["notes"]
    return notes


def where(notes: list[dict[str, Any]]) -> list[str]:
    return [f"{note['unit']}:{note['line']}" for note in notes] + [
        p for n in notes for p in n.get("places", ())
    ]


@pytest.mark.parametrize(
    ("path", "text"),
    [
        ("run.sh", "x\npython -m shop.plugins\n"),
        ("bees.service", "x\nExecStart=python -m shop.plugins\n"),
        (".env", "x\nPLUGINS=shop.plugins:Label\n"),
        ("Jenkinsfile", "x\nsh 'pytest shop/plugins.py'\n"),
        ("deploy.bat", "x\npython shop\\plugins.py\n"),
        ("quoted.tmpl", 'x\n"shop\\\\plugins.py"\n'),
        ("shop/docs.txt", "x\nsee plugins.py\n"),
        ("shop/notes.py", "#\n# See shop.plugins.Label for labels.\n"),
        ("shop/load.py", "import x\nx.load_part('shop.plugins' + name)\n"),
    ],
)
def test_a_name_is_listed(tmp_path: Path, yandrel: Yandrel, path: str, text: str) -> None:
    root = write_tree(tmp_path / "app", {**PYTHON, path: text})
    assert where(run(yandrel, root, MOVE)) == [f"{path}:2"]
    assert read_tree(root)[path] == text.encode()


@pytest.mark.parametrize(
    ("path", "text", "edited"),
    [
        ("shop/a.py", "import x\nx.config.get('shop.plugins')\n", False),
        ("shop/a.py", "import x\nx.table['shop.plugins'] = 1\n", False),
        ("shop/a.py", "import x\nLABELS = {'shop.plugins': 1}\n", False),
        ("shop/a.py", "import x\n@x.job(name='shop.plugins')\ndef f(): ...\n", False),
        ("shop/a.py", "import importlib\nimportlib.import_module('shop.plugins')\n", True),
        ("shop/a.py", "import sys\nsys.modules['shop.plugins'] = 1\n", True),
        ("shop/a.py", "#\nINSTALLED = ['shop.plugins']\n", True),
        ("shop/a.py", "import x\nx.anything('shop.plugins.Label')\n", True),
        (
            "tests/test_a.py",
            "from unittest.mock import patch\n@patch('shop.plugins.Label')\ndef f(): ...\n",
            True,
        ),
        ("shop/a.py", "import x\nx.open('shop.plugins' + '.x')\n", False),
        ("a.yaml", "x:\nshop.plugins: 1\n", False),
        ("a.yaml", "x:\n  main: shop.plugins\n", True),
        ("a.yaml", "x:\n  shop.plugins.Label: {}\n", True),
        ("pyproject.toml", '# x\n[project.entry-points."shop.plugins"]\n', False),
        ("pyproject.toml", '[project.entry-points.x]\nlabel = "shop.plugins:Label"\n', True),
        ("setup.cfg", "[options.entry_points]\nshop.plugins =\n    x = shop.app:main\n", False),
        ("setup.cfg", "[options.package_data]\nshop.plugins = *.txt\n", True),
        ("a.json", '{\n"shop.plugins": "x"}\n', False),
        ("a.json", '{\n"x": "shop.plugins"}\n', True),
    ],
)
def test_a_dotted_word_is_a_name_by_its_place(
    tmp_path: Path, yandrel: Yandrel, path: str, text: str, edited: bool
) -> None:
    root = write_tree(tmp_path / "app", {**PYTHON, path: text})
    notes = run(yandrel, root, MOVE)
    after = read_tree(root)[path].decode()
    assert ("shop.parts.extras" in after, "shop.plugins" in after) == (edited, not edited)
    assert where(notes) == ([] if edited else [f"{path}:2"])


@pytest.mark.parametrize(
    ("path", "text", "listed"),
    [
        ("a.json", '{\n"x": "@waxmoor/shop/lib/hooks/order"}\n', True),
        ("a.json", '{\n"x": "@waxmoor/shop/lib/hooks/order:start"}\n', True),
        ("lib/a.js", "//\nnew Worker('./hooks/order.js')\n", True),
        ("lib/a.js", "//\nstart('lib/hooks/order.js')\n", True),
        ("lib/a.js", "//\nstart('hooks/order.js')\n", True),
        ("lib/hooks/a.js", "//\nnew Worker('./order.js')\n", True),
        ("lib/hooks/deep/a.js", "//\nnew Worker('../order.js')\n", True),
        ("lib/a.js", "//\nstart('lib/hooks/' + name)\n", True),
        ("lib/a.js", "//\nstart(`lib/hooks/${name}`)\n", True),
        ("Dockerfile", "FROM x\nCOPY lib/hooks/* /x/\n", True),
        ("lib/a.js", "//\nstart('other/hooks/order.js'); get('/hooks/orders')\n", False),
        ("lib/a.js", "//\nstart('lib/other/' + name)\n", False),
        ("lib/a.js", "//\nx.lib.hooks.order()\n", False),
        ("lib/a.js", "//\nstart('lib/hooks/bee.js')\n", False),
    ],
)
def test_paths_and_what_is_put_together(
    tmp_path: Path, yandrel: Yandrel, path: str, text: str, listed: bool
) -> None:
    root = write_tree(tmp_path / "app", {**SCRIPT, path: text})
    assert where(run(yandrel, root, SCRIPT_MOVE)) == ([f"{path}:2"] if listed else [])


@pytest.mark.parametrize(
    ("path", "text", "listed"),
    [
        ("src/Make.php", "<?php\n$x = sprintf('Waxmoor\\\\Nodes\\\\%s', $name);\n", True),
        ("src/Make.php", "<?php\n$x = 'Waxmoor\\\\Nodes\\\\' . $name;\n", True),
        ("src/Make.php", "<?php\n$x = load('Nodes\\\\Hive');\n", True),
        ("map.txt", "x\nwaxmoor\\nodes\\hive\n", True),
        ("twice.txt", "x\nWaxmoor\\\\\\\\Nodes\\\\\\\\Hive\n", True),
        ("src/Make.php", "<?php\n$x = sprintf('Waxmoor\\\\Others\\\\%s', $name);\n", False),
    ],
)
def test_names_with_backslashes(tmp_path: Path, yandrel: Yandrel, path: str, text: str, listed: bool) -> None:
    root = write_tree(tmp_path / "app", {**PHP, path: text})
    assert where(run(yandrel, root, PHP_MOVE)) == ([f"{path}:2"] if listed else [])


def test_what_breaks_first_is_first_and_the_past_is_last(tmp_path: Path, yandrel: Yandrel) -> None:
    texts: dict[str, str | bytes] = {
        "CHANGELOG.md": "shop/plugins.py\n",
        "README.md": "shop/plugins.py\n",
        "shop/b.py": "# shop/plugins.py\n",
        "zz.sh": "python shop/plugins.py\n",
    }
    notes = run(yandrel, write_tree(tmp_path / "app", {**PYTHON, **texts}), MOVE)
    assert [note["unit"] for note in notes] == ["zz.sh", "shop/b.py", "README.md", "CHANGELOG.md"]


def test_a_list_that_a_tool_makes_is_one_note(tmp_path: Path, yandrel: Yandrel) -> None:
    listing = "shop/__init__.py\nshop/plugins.py\nshop/app.py\n"
    root = write_tree(tmp_path / "app", {**PYTHON, "shop.egg-info/SOURCES.txt": listing})
    notes = run(yandrel, root, ("move", "shop/", "store", "--format", "json"))
    assert [(n["unit"], n["why"]) for n in notes] == [
        ("shop.egg-info/SOURCES.txt", "made by a tool, has 3 paths or names that change: make it anew")
    ]


def test_notes_do_not_depend_on_where_the_root_lies(tmp_path: Path, yandrel: Yandrel) -> None:
    texts: dict[str, str | bytes] = {
        "run.sh": "node shop/lib/hooks/order.js\nnode a/lib/hooks/order.js\nnode lib/hooks/order.js\n"
    }
    found = []
    for place in ("shop", "deep/er/shop/a"):
        root = write_tree(tmp_path / place, {**SCRIPT, **texts})
        found.append((run(yandrel, root, SCRIPT_MOVE), read_tree(root)))
    assert found[0] == found[1]


def test_a_file_that_is_called_like_a_module_and_its_import_is_no_name(
    tmp_path: Path, yandrel: Yandrel
) -> None:
    text = (
        'import os\nimport sqlite3\n\nDATABASE = os.environ.get("WAXMOOR", "waxmoor.sqlite3")\n\n\n'
        "def connect():\n    return sqlite3.connect(DATABASE)\n"
    )
    root = write_tree(
        tmp_path / "app", {"waxmoor.py": text, "main.py": "import waxmoor\n\nwaxmoor.connect()\n"}
    )
    notes = run(yandrel, root, ("move", "waxmoor.py:connect", "database.py", "--format", "json"))
    assert (where(notes), b'"waxmoor.sqlite3"' in read_tree(root)["waxmoor.py"]) == ([], True)


def test_a_path_that_is_put_together_below_a_folder_with_dots(tmp_path: Path, yandrel: Yandrel) -> None:
    tree: dict[str, str | bytes] = {
        "lib/wax.core/order.js": "module.exports = { a: 1 }\n",
        "lib/wax.core/bee.js": "module.exports = { a: 1 }\n",
        "lib/a.js": "//\nstart('lib/wax.core/' + name)\n",
        "run.bat": "x\nnode lib\\wax.core\\order.js\n",
    }
    move = ("move", "lib/wax.core/order.js", "lib/orders/order.js", "--format", "json")
    assert where(run(yandrel, write_tree(tmp_path / "app", tree), move)) == ["run.bat:2", "lib/a.js:2"]


NAMED_ALONE: dict[str, str | bytes] = {
    "package.json": '{\n  "name": "waxmoor"\n}\n',
    "bees.js": "module.exports = { a: 1 }\n",
    "lib/labels/printer.js": "module.exports = { a: 1 }\n",
    "bin/run": "#!/usr/bin/env node\nconst path = require('path')\nrequire(path.join(base, 'bees.js'))\n",
    "docs/guide.md": "Labels come from lib/labels/printer; see `bees.js`.\n",
    "lib/app.js": "// prints as lib/labels/printer does\nconst size = lib/labels/printer\n",
    "guide.rst": "Examples:\n\n    >>> require('lib/labels/printer.js')\n",
}


def test_files_are_found_by_their_names_alone(tmp_path: Path, yandrel: Yandrel) -> None:
    root = write_tree(tmp_path / "app", NAMED_ALONE)
    notes = run(yandrel, root, ("move", "bees.js", "lib/swarm.js", "--format", "json"))
    assert where(notes) == ["bin/run:3", "docs/guide.md:1"]


def test_people_write_paths_without_their_ending(tmp_path: Path, yandrel: Yandrel) -> None:
    root = write_tree(tmp_path / "app", NAMED_ALONE)
    notes = run(yandrel, root, ("move", "lib/labels/printer.js", "lib/press/printer.js", "--format", "json"))
    assert where(notes) == ["guide.rst:3", "lib/app.js:1", "docs/guide.md:1"]
    assert [note.get("rank", 0) for note in notes] == [0, 3, 4]


def test_many_lists_that_a_tool_makes_are_one_note(tmp_path: Path, yandrel: Yandrel) -> None:
    lists = {f"messages/{name}.po": "#: shop/plugins.py:3\n" for name in ("bg", "cs", "de", "el", "es")}
    root = write_tree(tmp_path / "app", {**PYTHON, **lists})
    notes = run(yandrel, root, MOVE)
    assert [(note["unit"], len(note["places"])) for note in notes] == [("messages/bg.po", 4)]
    assert "as have 4 more files like it" in notes[0]["why"]


def test_what_moves_along_with_the_file_that_names_it_is_not_listed(tmp_path: Path, yandrel: Yandrel) -> None:
    tree: dict[str, str | bytes] = {
        "go.mod": "module waxmoor\n\ngo 1.21\n",
        "hive/hive.go": 'package hive\n\nfunc Load() string { return "configs/hive.conf" }\n',
        "hive/configs/hive.conf": "size = 3\n",
        "main.go": 'package main\n\nimport "waxmoor/hive"\n\nfunc main() { hive.Load() }\n',
    }
    root = write_tree(tmp_path / "app", tree)
    assert run(yandrel, root, ("move", "hive/", "bees/", "--format", "json")) == []


def test_a_module_that_comes_to_the_top_is_listed_by_its_old_name(tmp_path: Path, yandrel: Yandrel) -> None:
    root = write_tree(
        tmp_path / "app", {**PYTHON, "docs/guide.rst": "    >>> from shop.plugins import Label\n"}
    )
    notes = run(yandrel, root, ("move", "shop/plugins.py", "extras.py", "--format", "json"))
    assert [(note["unit"], note["text"]) for note in notes] == [("docs/guide.rst", "shop.plugins")]


def test_a_path_from_the_root_is_listed_though_its_end_stays(tmp_path: Path, yandrel: Yandrel) -> None:
    tree = {
        **NAMED_ALONE,
        "lib/labels/size.js": "const name = 'lib/labels/size'\nmodule.exports = { name }\n",
    }
    root = write_tree(tmp_path / "app", tree)
    notes = run(yandrel, root, ("move", "lib/", "src/", "--format", "json"))
    assert "src/lib/labels/size.js:1" in where(notes)
    notes = run(yandrel, root, ("move", "bees.js", "src/", "--format", "json"))
    assert where(notes) == ["bin/run:3", "docs/guide.md:1"]


def test_a_file_at_the_root_is_found_in_a_list_that_a_tool_makes(tmp_path: Path, yandrel: Yandrel) -> None:
    tree = {**NAMED_ALONE, "waxmoor.egg-info/SOURCES.txt": "README\nbees.js\n"}
    root = write_tree(tmp_path / "app", tree)
    notes = run(yandrel, root, ("move", "bees.js", "src/", "--format", "json"))
    assert "waxmoor.egg-info/SOURCES.txt:2" in where(notes)

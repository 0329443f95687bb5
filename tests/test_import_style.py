"""Imports of own code from the root, or relative: the whole application at once, nothing leads elsewhere."""

import json
import shutil
import subprocess
import sys
from pathlib import Path

import pytest

from tests.conftest import Yandrel, needs_tool, read_tree, write_tree
from yandrel.demo.copy import copy_waxmoor


def test_python_from_the_root_and_back(tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_waxmoor(root, layout=True)
    done = yandrel(root, "move", "--imports", "relative")
    assert done.status == 0, done.err
    assert done.out.startswith("Wrote relative imports.")
    assert "routes before and after, the same" in done.out
    service = (root / "waxmoor/services/hive_service.py").read_text()
    assert "from ..repositories.hive_repository import" in service
    assert "import waxmoor" not in service
    relative = read_tree(root)
    assert yandrel(root, "move", "--imports", "rooted").status == 0
    assert "from ." not in (root / "waxmoor/services/hive_service.py").read_text()
    words = [sys.executable, "-m", "pytest", "-q", "-p", "no:cacheprovider"]
    subprocess.run(words, cwd=root, check=True, capture_output=True)
    assert yandrel(root, "undo").status == 0
    assert read_tree(root) == relative
    subprocess.run(words, cwd=root, check=True, capture_output=True)


@needs_tool("node")
def test_javascript_gets_the_name_of_its_root(tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_waxmoor(root, "javascript", layout=True)
    before = read_tree(root)
    done = yandrel(root, "move", "--imports", "rooted")
    assert done.status == 0, done.err
    assert "15 routes before and after, the same" in done.out
    assert json.loads((root / "package.json").read_text())["imports"] == {"#src/*": "./src/*"}
    controller = (root / "src/controllers/hive-controller.js").read_text()
    assert "require('#src/repositories/hive-repository.js')" in controller
    assert "require('./answers')" in controller
    subprocess.run(["node", "--test"], cwd=root, check=True, capture_output=True)
    assert yandrel(root, "move", "--imports", "relative").status == 0
    assert "'../repositories/hive-repository.js'" in (root / "src/controllers/hive-controller.js").read_text()
    subprocess.run(["node", "--test"], cwd=root, check=True, capture_output=True)
    assert yandrel(root, "undo", "--to", "1").status == 0
    assert read_tree(root) == before


def test_typescript_takes_the_alias_that_is_there(tmp_path: Path, yandrel: Yandrel) -> None:
    files: dict[str, str | bytes] = {
        "tsconfig.json": '{"compilerOptions": {"paths": {"@/*": ["./src/*"]}}}',
        "src/shared/season.ts": "export const season = 1;\n",
        "src/hives/index.ts": "export const hives = 1;\n",
        "src/harvests/deep/yield.ts": (
            "import { season } from '../../shared/season';\nimport { hives } from '../../hives';\n"
            "import { near } from './near';\nexport const x = season + hives + near;\n"
        ),
        "src/harvests/deep/near.ts": "export const near = 1;\n",
    }
    root = write_tree(tmp_path / "app", files)
    assert yandrel(root, "move", "--imports", "rooted").status == 0
    text = (root / "src/harvests/deep/yield.ts").read_text()
    assert "from '@/shared/season';" in text
    assert "from '@/hives';" in text
    assert "from './near';" in text
    assert yandrel(root, "move", "--imports", "relative").status == 0
    assert (root / "src/harvests/deep/yield.ts").read_text() == files["src/harvests/deep/yield.ts"]


def test_typescript_without_an_alias_is_for_its_user_to_decide(tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_waxmoor(root, "typescript")
    before = read_tree(root)
    done = yandrel(root, "move", "--imports", "rooted")
    assert done.status == 3
    assert "write one into paths first" in done.err
    assert read_tree(root) == before


def test_a_package_json_with_imports_gets_one_more(tmp_path: Path, yandrel: Yandrel) -> None:
    files: dict[str, str | bytes] = {
        "package.json": '{"name": "x",\n "imports": {\n  "#log": "./lib/log.js"\n }}\n',
        "lib/log.js": "module.exports = 1;\n",
        "lib/a/b.js": "const log = require('../log');\nmodule.exports = { log };\n",
    }
    root = write_tree(tmp_path / "app", files)
    assert yandrel(root, "move", "--imports", "rooted").status == 0
    said = json.loads((root / "package.json").read_text())["imports"]
    assert said == {"#lib/*": "./lib/*", "#log": "./lib/log.js"}
    assert "require('#lib/log.js')" in (root / "lib/a/b.js").read_text()


def test_preview_writes_nothing_and_shows_the_setting(tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_waxmoor(root, "javascript")
    before = read_tree(root)
    done = yandrel(root, "move", "--imports", "rooted", "--preview")
    assert done.status == 0
    assert '+  "imports": { "#src/*": "./src/*" },' in done.out
    assert "Would write imports from the root." in done.out
    assert read_tree(root) == before


@pytest.mark.parametrize(
    ("language", "words", "status", "said"),
    [
        ("go", ["--imports", "rooted"], 2, "no language here has relative imports"),
        ("python", ["--imports", "rooted", "waxmoor/app.py"], 2, "takes no SOURCE"),
        ("javascript", ["--imports", "relative"], 3, "all imports are relative that can be"),
        ("javascript", ["--imports", "absolute"], 2, "absolute"),
    ],
)
def test_bad_calls(
    language: str, words: list[str], status: int, said: str, tmp_path: Path, yandrel: Yandrel
) -> None:
    root = tmp_path / "app"
    copy_waxmoor(root, language)
    done = yandrel(root, "move", *words)
    assert done.status == status
    assert said in done.err


def test_without_a_package_json(tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_waxmoor(root, "javascript")
    (root / "package.json").unlink()
    done = yandrel(root, "move", "--imports", "rooted")
    assert done.status == 3
    assert "no package.json" in done.err


def test_then_takes_it_back(tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_waxmoor(root, "javascript")
    shutil.rmtree(root / "test")
    before = read_tree(root)
    assert yandrel(root, "move", "--imports", "rooted", "--then", "exit 3").status == 4
    assert read_tree(root) == before


def test_code_in_several_folders_is_named_from_the_top(tmp_path: Path, yandrel: Yandrel) -> None:
    files: dict[str, str | bytes] = {
        "web/package.json": '{\n  "name": "x"\n}\n',
        "web/routes/hives.js": "const auth = require('../auth');\nconst m = require('../markup/page');\n",
        "web/auth/index.js": "module.exports = require('../routes/keys');\n",
        "web/routes/keys.js": "module.exports = 1;\n",
        "web/markup/page.js": "module.exports = 1;\n",
        "web/markup/page.d.ts": "declare const page: number;\nexport = page;\n",
    }
    root = write_tree(tmp_path / "app", files)
    assert yandrel(root, "move", "--imports", "rooted").status == 0
    assert json.loads((root / "web/package.json").read_text())["imports"] == {"#app/*": "./*"}
    text = (root / "web/routes/hives.js").read_text()
    assert text == "const auth = require('#app/auth/index.js');\nconst m = require('#app/markup/page.js');\n"

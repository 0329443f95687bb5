"""Applications of which only what was built is there, and declarations beside what they declare."""

import json
from pathlib import Path

from tests.conftest import Yandrel, write_tree

PACKAGE: dict[str, str | bytes] = {
    "package.json": '{ "name": "waxmoor", "main": "dist/app.js" }\n',
    "dist/app.js": "exports.app = require('./hives/hive-service.js');\n",
    "dist/hives/hive-service.js": "class HiveService {}\nexports.HiveService = HiveService;\n",
    "dist/hives/hive-service.d.ts": (
        "import { Weight } from './types.js';\n\n"
        "export declare class HiveService {\n    weigh(): Weight;\n}\n"
    ),
    "dist/hives/types.js": "exports.none = 0;\n",
    "dist/hives/types.d.ts": "export interface Weight {\n    grams: number;\n}\n",
}
SOURCE = "export class HiveService {}\n"


def test_what_was_built_counts_where_there_is_nothing_else(tmp_path: Path, yandrel: Yandrel) -> None:
    root = write_tree(tmp_path, PACKAGE)
    assert "5 files" in yandrel(root, "survey").out


def test_what_was_built_is_left_out_beside_sources(tmp_path: Path, yandrel: Yandrel) -> None:
    root = write_tree(tmp_path, {**PACKAGE, "src/hives/hive-service.ts": SOURCE})
    assert yandrel(root, "survey").out.startswith(f"{root.name}: 1 file ")


def test_what_was_built_counts_beside_what_is_served(tmp_path: Path, yandrel: Yandrel) -> None:
    beside = {"public/page.js": "document.title = 'Hives';\n", "scripts/release.js": "exports.x = 1;\n"}
    root = write_tree(tmp_path / "a", {**PACKAGE, **beside})
    assert "6 files" in yandrel(root, "survey").out
    root = write_tree(tmp_path / "b", {**PACKAGE, **beside, "src/app.js": "exports.app = 1;\n"})
    assert "2 files" in yandrel(root, "survey").out


def test_a_configured_source_root_counts_whatever_it_is_called(tmp_path: Path, yandrel: Yandrel) -> None:
    config = '[app]\nsource = ["dist/hives", "src"]\n'
    root = write_tree(tmp_path, {**PACKAGE, "src/a.ts": SOURCE, "yandrel.toml": config})
    assert yandrel(root, "survey").out.startswith(f"{root.name}: 6 files ")


def test_ignored_results_stay_ignored(tmp_path: Path, yandrel: Yandrel) -> None:
    root = write_tree(tmp_path, {**PACKAGE, ".gitignore": "dist/\n"})
    assert yandrel(root, "survey").out.startswith(f"{root.name}: 0 files")


def test_declarations_are_judged_in_what_they_declare(tmp_path: Path, yandrel: Yandrel) -> None:
    config = '[roles]\nservice = "dist/hives/{name}-service.js"\n'
    root = write_tree(tmp_path, {**PACKAGE, "yandrel.toml": config})
    found = yandrel(root, "check").out
    assert "dist/hives/types.js" in found
    assert ".d.ts" not in found
    roles = json.loads(yandrel(root, "survey", "--format", "json").out)["roles"]
    assert [(row["role"], row["units"], row["definitions"]) for row in roles] == [("service", 1, 1)]


def test_types_come_from_declarations(tmp_path: Path, yandrel: Yandrel) -> None:
    root = write_tree(tmp_path, PACKAGE)
    moved = yandrel(root, "move", "dist/hives/types.js", "dist/shared/")
    assert moved.status == 0, moved.err
    assert (root / "dist/shared/types.d.ts").exists()
    declared = (root / "dist/hives/hive-service.d.ts").read_text()
    assert declared.startswith("import { Weight } from '../shared/types.js';\n")


def test_what_was_built_under_any_name_is_left_out(tmp_path: Path, yandrel: Yandrel) -> None:
    names = ["app", "hive", "harvest"]
    sources: dict[str, str | bytes] = {f"src/{name}.ts": SOURCE for name in names}
    made: dict[str, str | bytes] = {f"lib/esm/{name}.js": SOURCE for name in names}
    package: dict[str, str | bytes] = {"package.json": '{ "module": "lib/esm/app.js" }\n'}
    root = write_tree(tmp_path, {**sources, **made, **package})
    assert yandrel(root, "survey").out.startswith(f"{root.name}: 3 files ")

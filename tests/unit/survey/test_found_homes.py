"""The homes that `adopt` finds by looking, on applications that were not laid out by one plan."""

import json
import tomllib
from pathlib import Path
from typing import Any

from tests.conftest import Yandrel, write_tree

CONTROLLER = "<?php\nnamespace {0};\n\nclass {1}Controller {{}}\n"
PLAIN = "package {0}\n\nfunc {1}() {{}}\n"


def adopt(root: Path, files: dict[str, str | bytes], yandrel: Yandrel) -> dict[str, Any]:
    write_tree(root, files)
    assert yandrel(root, "adopt").status == 0
    return tomllib.loads((root / "yandrel.toml").read_text())


def homes(table: dict[str, Any], role: str) -> list[str]:
    found = table["roles"][role]
    return found if isinstance(found, list) else [found]


def go_files(*paths: str) -> dict[str, str | bytes]:
    files: dict[str, str | bytes] = {"go.mod": "module example.org/waxmoor\n\ngo 1.20\n"}
    for path in paths:
        folder, _, name = path.rpartition("/")
        stem = "".join(word.capitalize() for word in name.removesuffix(".go").split("_"))
        files[path] = PLAIN.format(folder.rpartition("/")[2] or "main", stem)
    return files


def test_a_tree_of_one_role_is_one_pattern_with_its_names(tmp_path: Path, yandrel: Yandrel) -> None:
    files: dict[str, str | bytes] = {
        f"src/Controllers/{folder}{name}Controller.php": CONTROLLER.format("W", name)
        for folder in ("", "Admin/", "Admin/Hive/", "Public/", "Public/Shop/")
        for name in ("Add", "List", "Remove")
    }
    assert homes(adopt(tmp_path, files, yandrel), "controller") == [
        "src/Controllers/{Name}Controller.php",
        "src/Controllers/**/{Name}Controller.php",
    ]


def test_a_lone_unit_makes_no_pattern_for_others(tmp_path: Path, yandrel: Yandrel) -> None:
    files = go_files(
        "cmd/hives/serve.go", "hives/hive_service.go", "hives/hive_repository.go", "harvests/harvest_service.go",
        "harvests/harvest_repository.go",
    )  # fmt: skip
    found = adopt(tmp_path, files, yandrel)
    assert "cmd/hives/serve.go" not in homes(found, "service")
    assert homes(found, "service") == ["{domain}/{name}_service.go"]


def test_folders_that_no_name_stands_for(tmp_path: Path, yandrel: Yandrel) -> None:
    files: dict[str, str | bytes] = {
        f"src/{folder}/{name}.js": "exports.read = () => 1;\n"
        for folder in ("socket.io", "@hives", "harvests")
        for name in ("routes", "service")
    }
    assert "{domain:}" not in str(adopt(tmp_path, files, yandrel))


def test_tests_beside_what_they_test(tmp_path: Path, yandrel: Yandrel) -> None:
    paths = [
        f"{domain}/{domain}{end}.go" for domain in ("hive", "harvest", "keeper") for end in ("", "_test")
    ]
    assert homes(adopt(tmp_path, go_files(*paths), yandrel), "test") == ["{home}/{unit}_test.go"]


def test_many_units_without_a_role_turn_the_rule_off(tmp_path: Path, yandrel: Yandrel) -> None:
    found = adopt(tmp_path, go_files(*(f"wax/part{number}.go" for number in range(12))), yandrel)
    assert found["off"]["unplaced"].startswith("12 of 12 files")
    assert yandrel(tmp_path, "check").status == 0


def test_source_roots_that_the_project_files_say_are_left_to_them(tmp_path: Path, yandrel: Yandrel) -> None:
    files: dict[str, str | bytes] = {
        "composer.json": '{"autoload": {"psr-4": {"Waxmoor\\\\": "src/"}}}\n',
        "src/Services/HiveService.php": "<?php\nnamespace Waxmoor\\Services;\n\nclass HiveService {}\n",
        "src/Services/KeeperService.php": "<?php\nnamespace Waxmoor\\Services;\n\nclass KeeperService {}\n",
    }
    assert "source" not in adopt(tmp_path, files, yandrel)["app"]
    assert yandrel(tmp_path, "check").status == 0


def test_a_unit_that_two_patterns_fit_is_written_down_as_it_is(tmp_path: Path, yandrel: Yandrel) -> None:
    view = "from flask import Blueprint\n\nbp = Blueprint('x', __name__)\n\n\n@bp.get('/')\ndef show(): ...\n"
    files: dict[str, str | bytes] = {
        f"shop/{domain}/{name}.py": view if name == "views" else "class Thing: ...\n"
        for domain in ("hives", "harvests", "keepers")
        for name in ("views", "models")
    }
    files |= {f"shop/utils/{name}.py": "def help_out(): ...\n" for name in ("dates", "texts", "units")}
    files["shop/utils/views.py"] = view
    found = adopt(tmp_path, files, yandrel)
    handlers = [home for role in found["roles"] for home in homes(found, role) if home.endswith("views.py")]
    assert "shop/{domain}/views.py" in handlers
    assert yandrel(tmp_path, "check").status == 0


def test_shared_code_that_looks_inward_turns_the_rule_off(tmp_path: Path, yandrel: Yandrel) -> None:
    domains = ("hives", "harvests", "keepers")
    files: dict[str, str | bytes] = {
        f"shop/{domain}/{role}.py": f"class {domain.capitalize()}{role.capitalize()}: ...\n"
        for domain in domains
        for role in ("service", "repository", "models")
    }
    files |= {
        f"shop/{d}/service.py": f"from shop.{d}.models import {d.capitalize()}Models\n\n\n"
        f"class {d.capitalize()}Service: ...\n"
        for d in domains
    }
    files["shop/shared/utils.py"] = "".join(
        f"from shop.{d}.models import {d.capitalize()}Models\n" for d in domains
    ) + "".join(f"\n\ndef count_{d}(rows):\n    return len(rows)\n" for d in domains)
    found = adopt(tmp_path, files, yandrel)
    assert found["off"]["shared-inward"].startswith("3 of 3 imports")
    assert yandrel(tmp_path, "check").status == 0


def test_names_that_begin_alike(tmp_path: Path, yandrel: Yandrel) -> None:
    files = {
        f"plugins/{plugin}/handler_{topic}.go": (
            f"package {plugin}\n\nfunc {topic}Handler(w http.ResponseWriter, r *http.Request) {{}}\n"
        )
        for plugin in ("scales", "weather")
        for topic in ("count", "list", "show")
    }
    others = go_files(
        *(f"plugins/{plugin}/{n}.go" for plugin in ("scales", "weather") for n in ("one", "two"))
    )
    found = adopt(tmp_path, {**others, **files}, yandrel)
    assert homes(found, "controller") == ["plugins/{area}/handler_{name}.go"]
    assert "misplaced" not in yandrel(tmp_path, "check").out


def test_what_no_other_pattern_places_of_a_folder(tmp_path: Path, yandrel: Yandrel) -> None:
    names = [
        "keep.js",
        "hive/list.js",
        "hive/all/one.js",
        "bee/two.js",
        "bee/all/three.js",
        "wax/four.js",
        "wax/five.js",
    ]
    text = "const keep = [];\n\nexports.read = (number) => {\n  const found = keep[number];\n"
    text += "  if (!found) return null;\n  return found.bees + found.wax;\n};\n"
    files: dict[str, str | bytes] = {f"server/services/{name}": text for name in [*names, "oil/six.js"]}
    events = ("HiveAddedEvent", "BeeLostEvent", "WaxSoldEvent", "OilSoldEvent", "BeeFoundEvent")
    files |= {f"server/services/{e}.js": f"class {e} {{}}\nmodule.exports = {e};\n" for e in events}
    files |= {f"server/bees/part{number}.js": "class Bee {}\nmodule.exports = Bee;\n" for number in range(16)}
    found = adopt(tmp_path, files, yandrel)
    assert homes(found, "event") == ["server/services/{Name}Event.js"]
    assert homes(found, "service")[-1] == "server/services/**"
    assert yandrel(tmp_path, "check").status == 0


def test_domains_are_spelled_as_their_folders(tmp_path: Path, yandrel: Yandrel) -> None:
    files: dict[str, str | bytes] = {
        f"src/{folder}/{role}.js": "exports.read = () => 1;\n"
        for folder in ("app-waxless", "DAV", "hives")
        for role in ("service", "validation", "errors")
    }
    files["src/app-waxless/index.js"] = 'const hives = require("../hives/service");\nhives.read();\n'
    adopt(tmp_path, files, yandrel)
    domains = json.loads(yandrel(tmp_path, "survey", "--format", "json").out)["domains"]
    assert {row["domain"] for row in domains} == {"app_waxless", "dav", "hives"}
    assert yandrel(tmp_path, "check").status == 0


def test_modules_of_a_scope_are_domains(tmp_path: Path, yandrel: Yandrel) -> None:
    files: dict[str, str | bytes] = {
        f"modules/@waxmoor/{name}/{part}.js": "exports.read = () => 1;\n"
        for name in ("hive", "harvest", "keeper", "season")
        for part in ("index", "reading")
    }
    files["test/modules/fixture/index.js"] = "exports.read = () => 1;\n"
    write_tree(tmp_path, files)
    domains = json.loads(yandrel(tmp_path, "survey", "--format", "json").out)["domains"]
    assert {row["domain"] for row in domains} == {"hive", "harvest", "keeper", "season"}


def test_what_a_file_is_called_by_says_its_role(tmp_path: Path, yandrel: Yandrel) -> None:
    text = "namespace Waxmoor;\npublic interface I{0}Helper {{}}\npublic class {0} : I{0}Helper, IDisposable {{}}\n"
    names = ("Scale", "Label", "Frame", "Smoker", "Veil")
    files: dict[str, str | bytes] = {f"Waxmoor/{name}.cs": text.format(name) for name in names}
    found = adopt(tmp_path, files, yandrel)
    assert "helper" not in found["roles"]


def test_what_every_type_may_be_is_no_base_of_a_role(tmp_path: Path, yandrel: Yandrel) -> None:
    text = "package coop.models;\n\npublic class {0}Model implements Serializable {{}}\n"
    names = ("Hive", "Harvest", "Keeper", "Season", "Frame")
    files: dict[str, str | bytes] = {f"src/coop/models/{n}Model.java": text.format(n) for n in names}
    assert adopt(tmp_path, files, yandrel)["shape"] == {"model": {"type": "{Name}Model"}}


def test_a_shape_that_more_than_its_role_has_is_none(tmp_path: Path, yandrel: Yandrel) -> None:
    files: dict[str, str | bytes] = {
        f"src/services/{name}Tool.js": f"export class {name}Tool {{}}\n" for name in ("A", "B", "C", "D")
    }
    files |= {f"src/bees/{name}Tool.js": f"export class {name}Tool {{}}\n" for name in ("E", "F", "G", "H")}
    assert "shape" not in adopt(tmp_path, files, yandrel)


def test_folders_of_tests_in_many_places_are_one_pattern(tmp_path: Path, yandrel: Yandrel) -> None:
    places = ["test", "hives/test", "harvests/test", "web/forms/test"]
    files: dict[str, str | bytes] = {
        f"{place}/{name}.js": f"const {name} = require('assert');\n"
        for place in places
        for name in ("open", "close")
    }
    files["hives/hive-service.js"] = "exports.read = () => 1;\n"
    assert homes(adopt(tmp_path, files, yandrel), "test") == ["{home}/test/{unit}.js", "**/test/**"]


def test_files_alike_in_folders_of_their_own(tmp_path: Path, yandrel: Yandrel) -> None:
    """`index.js` says nothing, but that each thing has a folder for its routes does."""
    files: dict[str, str | bytes] = {"package.json": '{"name": "waxmoor"}'}
    for domain in ("hives", "harvests", "bee-keepers", "queens", "about"):
        files[f"src/routes/{domain}/index.js"] = (
            "const router = require('express').Router();\n\nmodule.exports = router;\n"
        )
        if domain != "about":
            files[f"src/controllers/{domain}/index.js"] = "exports.list = (req, res) => res.json([]);\n"
            files[f"src/services/{domain}/index.js"] = "exports.find = () => [];\n"
    files["src/services/hives/scales.js"] = "exports.weigh = () => 1;\n"
    found = adopt(tmp_path, files, yandrel)
    assert homes(found, "route") == ["src/routes/{domain:kebab}/index.js"]
    assert homes(found, "controller") == ["src/controllers/{domain:kebab}/index.js"]
    assert homes(found, "service")[0] == "src/services/{domain:kebab}/index.js"
    assert yandrel(tmp_path, "check").status == 0


def test_files_called_alike_at_any_depth(tmp_path: Path, yandrel: Yandrel) -> None:
    route = (
        "import { Request, Response } from 'express';\nexport const GET = (q: Request, s: Response) => {};\n"
    )
    files: dict[str, str | bytes] = {"package.json": '{"name": "waxmoor"}', "tsconfig.json": "{}"}
    for domain in ("hives", "harvests", "bee-keepers", "queens"):
        for below in ("", "[id]/", "[id]/frames/", "[id]/frames/[row]/"):
            files[f"src/api/admin/{domain}/{below}route.ts"] = route
        files[f"src/api/admin/{domain}/validators.ts"] = "export const valid = () => true;\n"
        files[f"src/api/admin/{domain}/middlewares.ts"] = "export const ahead = () => true;\n"
    found = adopt(tmp_path, files, yandrel)
    assert homes(found, "route") == ["src/api/admin/{domain:kebab}/route.ts", "src/api/**/route.ts"] or homes(
        found, "route"
    ) == ["src/api/admin/{domain:kebab}/route.ts", "src/api/admin/**/route.ts"]
    assert found["app"]["name"] != "Src"

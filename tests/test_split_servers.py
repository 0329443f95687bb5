"""Single-file servers without a framework are taken apart, and answer as before."""

import json
import os
import shutil
import subprocess
from pathlib import Path

import pytest

from tests.conftest import Yandrel, needs_tool, read_tree
from tests.test_script import TOOLS, TSC, needs_tsc
from yandrel.languages.script.inline import handler_name

ONEFILE = Path(__file__).parent / "onefile"


def copy_onefile(name: str, tmp_path: Path) -> Path:
    return Path(shutil.copytree(ONEFILE / name, tmp_path / "app"))


@needs_tool("go", "gofmt")
def test_server_on_net_http(tmp_path: Path, yandrel: Yandrel) -> None:
    root = copy_onefile("go", tmp_path)
    before = read_tree(root)
    shown = yandrel(root, "split", "main.go")
    assert shown.status == 0, shown.err
    assert read_tree(root) == before
    done = yandrel(root, "split", "main.go", "--carry-out")
    assert done.status == 0, done.err
    for words in (["go", "vet", "./..."], ["go", "test", "./..."]):
        ran = subprocess.run(words, cwd=root, capture_output=True, text=True, check=False)
        assert ran.returncode == 0, ran.stdout + ran.stderr
    ran = subprocess.run(["gofmt", "-l", "."], cwd=root, capture_output=True, text=True, check=False)
    assert ran.stdout == ""
    made = {path.relative_to(root).as_posix() for path in root.rglob("*.go")}
    assert made == {
        "main.go",
        "main_test.go",
        "controllers/harvest_controller.go",
        "controllers/hive_controller.go",
        "faults/faults.go",
        "helpers/common.go",
        "middleware/common.go",
        "models/harvest.go",
        "models/hive.go",
        "repositories/harvest_repository.go",
        "repositories/hive_repository.go",
    }
    assert yandrel(root, "undo").status == 0
    assert read_tree(root) == before


@needs_tool("go", "gofmt")
def test_routes_on_net_http_whose_handlers_close_over_names(tmp_path: Path, yandrel: Yandrel) -> None:
    root = copy_onefile("go-closures", tmp_path)
    before = read_tree(root)
    done = yandrel(root, "split", "main.go", "--carry-out")
    assert done.status == 0, done.err
    assert "uses harvests, which is set again" in " ".join(done.out.split())
    for words in (["go", "vet", "./..."], ["go", "test", "./..."]):
        ran = subprocess.run(words, cwd=root, capture_output=True, text=True, check=False)
        assert ran.returncode == 0, ran.stdout + ran.stderr
    ran = subprocess.run(["gofmt", "-l", "."], cwd=root, capture_output=True, text=True, check=False)
    assert ran.stdout == ""
    assert {path for path in read_tree(root) if path not in before} == {
        "controllers/health_controller.go",
        "helpers/common.go",
        "helpers/config.go",
        "models/config.go",
        "models/hive.go",
        "repositories/hive_repository.go",
        "routes/about_routes.go",
        "routes/hive_routes.go",
    }
    routes = (root / "routes/hive_routes.go").read_text()
    taken = "mux *http.ServeMux, store *repositories.HiveStore, cfg models.Config"
    assert f"func RegisterHiveRoutes({taken}) {{" in routes
    assert yandrel(root, "undo").status == 0
    assert read_tree(root) == before


SCRIPTS = {
    "php-closures": (
        "php",
        "index.php",
        "ask.php",
        {
            "Router.php",
            "controllers/health_controller.php",
            "helpers/common.php",
            "repositories/HiveStore.php",
            "routes/asked_routes.php",
            "routes/hive_routes.php",
        },
    ),
    "javascript": (
        "node",
        "server.js",
        "ask.js",
        {
            "controllers/harvest-controller.js",
            "controllers/hive-controller.js",
            "errors.js",
            "middleware/common.js",
            "models/hive.js",
            "repositories/harvest-repository.js",
            "repositories/hive-repository.js",
            "routes/common-routes.js",
        },
    ),
    "php-inline": (
        "php",
        "index.php",
        "ask.php",
        {
            "controllers/harvest_controller.php",
            "controllers/hive_controller.php",
            "errors.php",
            "helpers/harvest.php",
            "helpers/hive.php",
            "models/Hive.php",
            "repositories/HiveStore.php",
            "routes/season_routes.php",
        },
    ),
    "php": (
        "php",
        "index.php",
        "ask.php",
        {
            "controllers/harvest_controller.php",
            "controllers/hive_controller.php",
            "errors.php",
            "helpers/harvest.php",
            "helpers/hive.php",
            "models/Hive.php",
            "repositories/HiveStore.php",
        },
    ),
}


@needs_tool("node", "php")
@pytest.mark.parametrize("name", SCRIPTS)
def test_server_without_a_framework(name: str, tmp_path: Path, yandrel: Yandrel) -> None:
    tool, crowded, asks, homes = SCRIPTS[name]
    root = copy_onefile(name, tmp_path)
    before = read_tree(root)
    done = yandrel(root, "split", crowded, "--carry-out")
    assert done.status == 0, done.err
    ran = subprocess.run([tool, asks], cwd=root, capture_output=True, text=True, check=False)
    assert ran.returncode == 0, ran.stdout + ran.stderr
    assert "every route answers" in ran.stdout
    made = {path.relative_to(root).as_posix() for path in root.rglob("*" + Path(asks).suffix)}
    assert made == {crowded, asks, *homes}
    assert yandrel(root, "undo").status == 0
    assert read_tree(root) == before


needs_express = pytest.mark.skipif(
    not (TOOLS / "express").exists() and not os.environ.get("YANDREL_ALL_TOOLS"),
    reason="express not installed in .tools: what it would answer is not proved",
)


@needs_tool("node")
@needs_express
def test_express_server_with_handlers_in_place(tmp_path: Path, yandrel: Yandrel) -> None:
    root = copy_onefile("express", tmp_path)
    (tmp_path / "node_modules").symlink_to(TOOLS)
    before, said = read_tree(root), run_node(root)
    done = yandrel(root, "split", "server.js", "--carry-out")
    assert done.status == 0, done.err
    assert "To look at by hand" not in done.out
    assert run_node(root) == said
    assert {path for path in read_tree(root) if path not in before} == {
        "controllers/harvest-controller.js",
        "controllers/hive-controller.js",
        "controllers/keeper-controller.js",
        "controllers/root-controller.js",
        "errors.js",
        "helpers/hive.js",
        "middleware/common.js",
        "repositories/hive-repository.js",
        "routes/harvest-routes.js",
        "routes/hive-routes.js",
        "routes/keeper-routes.js",
    }
    entry = (root / "server.js").read_text()
    assert "app.use('/hives', hiveRoutes);" in entry
    assert "app.get('/hives" not in entry
    assert yandrel(root, "undo").status == 0
    assert read_tree(root) == before


@needs_tool("node")
@needs_express
def test_express_server_that_a_function_makes(tmp_path: Path, yandrel: Yandrel) -> None:
    root = copy_onefile("express-factory", tmp_path)
    (tmp_path / "node_modules").symlink_to(TOOLS)
    before, said = read_tree(root), run_node(root)
    done = yandrel(root, "split", "server.js", "--carry-out")
    assert done.status == 0, done.err
    assert "uses asked, which is set again" in " ".join(done.out.split())
    assert run_node(root) == said
    assert {path for path in read_tree(root) if path not in before} == {
        "repositories/hive-repository.js",
        "routes/about-routes.js",
        "routes/hive-routes.js",
        "routes/keeper-routes.js",
    }
    routes = (root / "routes/hive-routes.js").read_text()
    assert "function registerHiveRoutes(app, store) {" in routes
    assert "\n  function numbered(text) {" in routes
    assert yandrel(root, "undo").status == 0
    assert read_tree(root) == before


@needs_tsc
@needs_express
def test_express_server_that_a_function_makes_in_typescript(tmp_path: Path, yandrel: Yandrel) -> None:
    root = split_typescript("express-factory-typescript", tmp_path, yandrel)
    routes = (root / "src/routes/hive-routes.ts").read_text()
    assert "store: HiveStore, log: ReturnType<typeof openLog>): void {" in routes
    assert "keepers: Map<string, number>" in (root / "src/routes/keeper-routes.ts").read_text()


@needs_tool("node")
@needs_express
def test_express_server_of_a_class(tmp_path: Path, yandrel: Yandrel) -> None:
    root = copy_onefile("express-class", tmp_path)
    (tmp_path / "node_modules").symlink_to(TOOLS)
    before, said = read_tree(root), run_node(root)
    done = yandrel(root, "split", "server.js", "--carry-out")
    assert done.status == 0, done.err
    assert done.out.count("its handler is written in place, and stays") == 3
    assert run_node(root) == said
    server = (root / "server.js").read_text()
    assert "    this.app.get('/hives', listHives);\n    this.app.post('/hives', createHive);\n" in server
    assert "/** The co-operative's server. */\nclass Server {" in server
    controller = (root / "controllers/hive-controller.js").read_text()
    assert "\nconst listHives = (req, res) => {\n  res.json(hives);\n};\n" in controller
    assert yandrel(root, "undo").status == 0
    assert read_tree(root) == before


@needs_tsc
@needs_express
def test_express_server_of_a_class_in_typescript(tmp_path: Path, yandrel: Yandrel) -> None:
    root = split_typescript("express-class-typescript", tmp_path, yandrel)
    assert (
        "export const showHive: RequestHandler" in (root / "src/controllers/hive-controller.ts").read_text()
    )


def split_typescript(name: str, tmp_path: Path, yandrel: Yandrel) -> Path:
    """Take a server apart, and have it compiled; return where it is."""
    root = copy_onefile(name, tmp_path)
    (tmp_path / "node_modules").symlink_to(TOOLS)
    done = yandrel(root, "split", "src/app.ts", "--carry-out")
    assert done.status == 0, done.err
    ran = subprocess.run([str(TSC), "-p", "."], cwd=root, capture_output=True, text=True, check=False)
    assert ran.returncode == 0, ran.stdout
    return root


def run_node(root: Path) -> str:
    ran = subprocess.run(["node", "ask.js"], cwd=root, capture_output=True, text=True, check=False)
    assert ran.returncode == 0, ran.stdout + ran.stderr
    return ran.stdout


@needs_tsc
@needs_express
def test_express_server_in_typescript(tmp_path: Path, yandrel: Yandrel) -> None:
    root = split_typescript("express-typescript", tmp_path, yandrel)
    controller = (root / "src/controllers/hive-controller.ts").read_text()
    assert "export const listHives: RequestHandler = (req, res) => {" in controller
    assert "import type { Request, RequestHandler, Response } from 'express';" in controller
    assert "let nextNumber = 1;" in controller


ORDER = {
    "middleware between": ("app.use(compress);\n", "/hives"),
    "a router would change its paths": ("app.set('strict routing', true);\n", "/hives"),
    "a path that any other may match": ("app.get('/:page', page);\n", "/hives"),
}


@pytest.mark.parametrize("name", ORDER)
def test_routes_that_cannot_be_gathered_stay(name: str, tmp_path: Path, yandrel: Yandrel) -> None:
    between, path = ORDER[name]
    (tmp_path / "app.js").write_text(
        "const express = require('express');\nconst { compress, page } = require('./others');\n"
        "const app = express();\n\napp.get('/hives', (req, res) => res.json([]));\n"
        f"{between}app.post('/hives', (req, res) => res.json({{}}));\n\nmodule.exports = {{ app }};\n"
    )
    (tmp_path / "others.js").write_text("module.exports = { compress() {}, page() {} };\n")
    done = yandrel(tmp_path, "split", "app.js", "--carry-out")
    assert done.status == 0, done.err
    entry = (tmp_path / "app.js").read_text()
    assert f"app.get('{path}', listHives);\n{between}app.post('{path}', createHive);" in entry
    assert (
        "const listHives = (req, res) => res.json([]);"
        in (tmp_path / "controllers/hive-controller.js").read_text()
    )


ROUTING = {
    "javascript": (
        "app.js",
        "function hiveRoutes(app, hives) {\n  app.get('/hives', (req, res) => res.json(hives.all()));\n}\n\n"
        "function loadHives(client) {\n  return client.get('/hives', {});\n}\n\n"
        "class Hives {\n  all() {\n    return [];\n  }\n}\n\n"
        "module.exports = { hiveRoutes, loadHives, Hives };\n",
        "hiveRoutes",
    ),
    "go": (
        "app.go",
        'package app\n\nimport "net/http"\n\n// Hive is a hive.\ntype Hive struct{}\n\n'
        "func MountHives(mux *http.ServeMux, hive Hive) {\n"
        '\tmux.HandleFunc("/hives", func(w http.ResponseWriter, r *http.Request) { _ = hive })\n}\n',
        "MountHives",
    ),
    "php": (
        "app.php",
        "<?php\n\nclass Hive\n{\n}\n\nfunction mount_hives($app, Hive $hive)\n{\n"
        "    $app->get('/hives', fn () => $hive);\n}\n",
        "mount_hives",
    ),
}


@pytest.mark.parametrize("language", ROUTING)
def test_functions_that_declare_routes_are_told(language: str, tmp_path: Path, yandrel: Yandrel) -> None:
    name, text, function = ROUTING[language]
    (tmp_path / name).write_text(text)
    (tmp_path / "go.mod").write_text("module waxmoor\n\ngo 1.19\n")
    shown = yandrel(tmp_path, "split", name, "--format", "json")
    assert shown.status == 0, shown.err
    roles = {piece["name"]: piece["role"] for piece in json.loads(shown.out)["pieces"]}
    assert [piece for piece, role in roles.items() if role == "route"] == [function]
    assert not json.loads(shown.out)["notes"]


NAMES = [
    ("get", "/hives", "listHives"),
    ("get", "/hives/:number", "showHive"),
    ("get", "/hives/:number/inspections", "listHiveInspections"),
    ("post", "/hives", "createHive"),
    ("post", "/hives/:number/inspections", "createHiveInspection"),
    ("put", "/hives/:number", "updateHive"),
    ("delete", "/hives/:number", "deleteHive"),
    ("post", "/login", "postLogin"),
    ("get", "/", "getRoot"),
    ("get", "/health", "getHealth"),
    ("get", "/bee-yards", "listBeeYards"),
]


@pytest.mark.parametrize(("method", "path", "name"), NAMES)
def test_names_of_handlers(method: str, path: str, name: str) -> None:
    assert handler_name(method, path, set()) == name
    assert handler_name(method, path, {name}) == name + "Handler"


def test_handlers_written_in_place_are_named(tmp_path: Path, yandrel: Yandrel) -> None:
    (tmp_path / "app.js").write_text(
        "const app = require('express')();\n\nfunction list(req, res) {\n  res.end('');\n}\n\n"
        "app.get('/hives', list);\napp.get('/health', (req, res) => res.end('ok'));\n\n"
        "module.exports = app;\n"
    )
    done = yandrel(tmp_path, "split", "app.js", "--carry-out")
    assert done.status == 0, done.err
    assert "To look at by hand" not in done.out
    assert "require('./controllers/common-controller')" in (tmp_path / "app.js").read_text()
    assert "app.get('/health', getHealth);" in (tmp_path / "app.js").read_text()


TYPES = (
    "controllers/BaseController",
    "controllers/HarvestController",
    "controllers/HiveController",
    "errors/InvalidException",
    "models/Grade",
    "models/Harvest",
    "models/Hive",
    "repositories/HarvestRepository",
    "repositories/HiveRepository",
    "services/HarvestService",
    "services/HiveService",
)
JVM = "src/main/{}/coop/waxmoor/"
CROWDED = {
    "java": (
        "javac java",
        JVM.format("java") + "Server.java",
        "javac -d {out} {all}",
        "java -cp {out} {main}",
    ),
    "kotlin": (
        "kotlinc java",
        JVM.format("kotlin") + "Server.kt",
        "kotlinc src -nowarn -include-runtime -d {out}.jar",
        "java -cp {out}.jar {main}Kt",
    ),
    "csharp": ("mcs mono", "src/Waxmoor/Server.cs", "mcs -out:{out}.exe {all}", "mono {out}.exe"),
    "php-classes": ("php", "src/server.php", "php -l {all}", "php run.php"),
}
OTHERS = {
    "csharp": {"helpers/HiveExtensions"},
    "kotlin": {"helpers/Grade", "helpers/Common"},
    "php-classes": {"models/KeepsRows"},
}


def run_crowded(root: Path, name: str, out: Path) -> str:
    _, crowded, build, start = CROWDED[name]
    every = " ".join(str(path) for path in sorted(root.rglob("*" + Path(crowded).suffix)))
    for words in (build, start):
        text = words.format(out=out, all=every, main="coop.waxmoor.Server")
        ran = subprocess.run(text.split(), cwd=root, capture_output=True, text=True, check=False)
        assert ran.returncode == 0, ran.stdout + ran.stderr
    return ran.stdout


@pytest.mark.parametrize(
    "name", [pytest.param(name, marks=needs_tool(*CROWDED[name][0].split())) for name in CROWDED]
)
def test_types_of_one_file(name: str, tmp_path: Path, yandrel: Yandrel) -> None:
    root = copy_onefile(name, tmp_path)
    before, said = read_tree(root), run_crowded(root, name, tmp_path / "before")
    assert said.count("\n") == 6
    crowded = CROWDED[name][1]
    done = yandrel(root, "split", crowded, "--carry-out")
    assert done.status == 0, done.err
    assert run_crowded(root, name, tmp_path / "after") == said
    folder, ending = str(Path(crowded).parent), Path(crowded).suffix
    made = {path.removeprefix(folder + "/") for path in read_tree(root) if path not in before}
    wanted = {f"{home}{ending}" for home in (*TYPES, *OTHERS.get(name, set()))}
    assert {path[:1].lower() + path[1:] for path in made} == wanted
    assert yandrel(root, "undo").status == 0
    assert read_tree(root) == before


IN_PLACE = {
    "java-inline": (
        *CROWDED["java"][:3],
        "java -cp {out} coop.waxmoor.Server",
        {
            "helpers/ServerHelpers",
            "models/Hive",
            "routes/HarvestRoutes",
            "routes/HealthRoutes",
            "routes/HiveRoutes",
        },
    ),
    "kotlin-inline": (
        *CROWDED["kotlin"][:3],
        "java -cp {out}.jar coop.waxmoor.ServerKt",
        {
            "helpers/Common",
            "models/Hive",
            "models/HiveStore",
            "routes/HarvestRoutes",
            "routes/HealthRoutes",
            "routes/HiveRoutes",
        },
    ),
    "csharp-inline": (
        *CROWDED["csharp"],
        {"helpers/RouteHelpers", "models/HiveStore", "routes/HarvestRoutes", "routes/HiveRoutes"},
    ),
}
CROWDED |= {name: found[:4] for name, found in IN_PLACE.items()}


@pytest.mark.parametrize(
    "name", [pytest.param(name, marks=needs_tool(*IN_PLACE[name][0].split())) for name in IN_PLACE]
)
def test_routes_in_place_are_gathered_by_what_they_are_about(
    name: str, tmp_path: Path, yandrel: Yandrel
) -> None:
    root = copy_onefile(name, tmp_path)
    before, said = read_tree(root), run_crowded(root, name, tmp_path / "before")
    crowded = CROWDED[name][1]
    done = yandrel(root, "split", crowded, "--carry-out")
    assert done.status == 0, done.err
    assert "asked, " in " ".join(done.out.split())
    assert run_crowded(root, name, tmp_path / "after") == said
    folder, ending = str(Path(crowded).parent), Path(crowded).suffix
    made = {path.removeprefix(folder + "/") for path in read_tree(root) if path not in before}
    assert {path[:1].lower() + path[1:] for path in made} == {f"{home}{ending}" for home in IN_PLACE[name][4]}
    assert yandrel(root, "undo").status == 0
    assert read_tree(root) == before


@needs_tool("javac", "java")
def test_types_nested_in_the_class_that_runs(tmp_path: Path, yandrel: Yandrel) -> None:
    root = copy_onefile("java-nested", tmp_path)
    before, said = read_tree(root), run_crowded(root, "java", tmp_path / "before")
    done = yandrel(root, "split", CROWDED["java"][1], "--carry-out")
    assert done.status == 0, done.err
    assert run_crowded(root, "java", tmp_path / "after") == said
    folder = JVM.format("java") + "models/"
    assert {path for path in read_tree(root) if path not in before} == {
        f"{folder}{name}.java" for name in ("Grade", "Hive", "Round", "Scale")
    }
    assert "static class Counter {" in (root / CROWDED["java"][1]).read_text()
    assert yandrel(root, "undo").status == 0
    assert read_tree(root) == before


def test_nested_types_that_others_name_stay(tmp_path: Path, yandrel: Yandrel) -> None:
    home = tmp_path / "src/main/java/waxmoor"
    home.mkdir(parents=True)
    (home / "App.java").write_text(
        "package waxmoor;\n\npublic class App {\n    public static void main(String[] args) {\n    }\n\n"
        "    static class Hive {\n    }\n\n    static class Keeper {\n    }\n}\n"
    )
    (home / "Other.java").write_text(
        "package waxmoor;\n\nclass Other {\n    App.Hive hive = new App.Hive();\n}\n"
    )
    done = yandrel(tmp_path, "split", "src/main/java/waxmoor/App.java", "--carry-out")
    assert done.status == 0, done.err
    assert (home / "models/Keeper.java").exists()
    assert "static class Hive {" in (home / "App.java").read_text()
    assert "Keeper" not in (home / "App.java").read_text()


@pytest.mark.parametrize(
    ("name", "crowded"),
    [
        ("csharp-inline", CROWDED["csharp-inline"][1]),
        ("java-inline", CROWDED["java-inline"][1]),
        ("kotlin-inline", CROWDED["kotlin-inline"][1]),
        ("go-closures", "main.go"),
        ("php-closures", "index.php"),
        ("express-factory", "server.js"),
    ],
)
def test_line_ends_stay_as_they_are(name: str, crowded: str, tmp_path: Path, yandrel: Yandrel) -> None:
    plain, root = copy_onefile(name, tmp_path / "plain"), copy_onefile(name, tmp_path / "other")
    for path in (path for path in root.rglob("*") if path.is_file()):
        path.write_bytes(path.read_bytes().replace(b"\n", b"\r\n"))
    for place in (plain, root):
        done = yandrel(place, "split", crowded, "--carry-out")
        assert done.status == 0, done.err
    made, wanted = read_tree(root), read_tree(plain)
    assert made.keys() == wanted.keys()
    for path, text in made.items():
        assert text.count(b"\n") == text.count(b"\r\n"), path
        assert text.replace(b"\r\n", b"\n") == wanted[path], path


def test_swift_types_of_one_file(tmp_path: Path, yandrel: Yandrel) -> None:
    root = copy_onefile("swift", tmp_path)
    done = yandrel(root, "split", "Sources/Waxmoor/main.swift", "--carry-out")
    assert done.status == 0, done.err
    sources = root / "Sources/Waxmoor"
    assert {path.relative_to(sources).as_posix() for path in sources.rglob("*.swift")} == {
        "main.swift",
        "Controllers/HiveController.swift",
        "Errors/Errors.swift",
        "Models/Hive.swift",
        "Repositories/HiveRepository.swift",
        "Services/HiveService.swift",
    }
    left = (root / "Sources/Waxmoor/main.swift").read_text()
    assert "struct" not in left
    assert "let controller = HiveController(" in left


def test_classes_go_to_the_homes_of_the_layout_in_force(tmp_path: Path, yandrel: Yandrel) -> None:
    home = "src/main/kotlin/waxmoor/"
    (tmp_path / "yandrel.toml").write_text(
        f'[app]\nname = "Waxmoor"\n\n[roles]\nentry = "{home}All.kt"\n'
        f'service = "{home}services/{{Name}}Service.kt"\n'
        f'repository = "{home}repositories/{{Name}}Repository.kt"\n'
    )
    crowded = tmp_path / home / "All.kt"
    crowded.parent.mkdir(parents=True)
    crowded.write_text(
        "package waxmoor\n\nclass HiveService(val hives: HiveRepository)\n\nclass HiveRepository\n\n"
        "fun main() = println(HiveService(HiveRepository()))\n"
    )
    done = yandrel(tmp_path, "split", home + "All.kt", "--carry-out")
    assert done.status == 0, done.err
    made = (tmp_path / home / "services/HiveService.kt").read_text()
    assert made.startswith("package waxmoor.services\n\nimport waxmoor.repositories.HiveRepository\n")
    assert (tmp_path / home / "repositories/HiveRepository.kt").exists()
    assert crowded.read_text().endswith("fun main() = println(HiveService(HiveRepository()))\n")


@pytest.mark.parametrize(
    ("text", "says"),
    [
        (
            "import { makeApp } from './others.js';\n\nconst app = makeApp();\nconst hives = [];\n\n"
            "// All of them.\napp.get('/hives', (req, res) => res.json(hives));\n\nexport default app;\n",
            "app: it is the application",
        ),
        (
            "import Fastify from 'fastify';\n\nconst fastify = Fastify();\nconst hives = new Map();\n\n"
            "fastify.get('/hives', { schema: {} }, async (request) => [...hives.values()]);\n\n"
            "export { fastify };\n",
            "fastify: it is the application",
        ),
    ],
)
def test_handlers_of_other_frameworks_get_names(
    text: str, says: str, tmp_path: Path, yandrel: Yandrel
) -> None:
    (tmp_path / "package.json").write_text('{"type": "module"}\n')
    (tmp_path / "others.js").write_text("export const makeApp = () => ({ get() {} });\n")
    (tmp_path / "app.js").write_text(text)
    done = yandrel(tmp_path, "split", "app.js", "--carry-out")
    assert done.status == 0, done.err
    assert says in done.out
    entry = (tmp_path / "app.js").read_text()
    assert "listHives);\n" in entry
    assert "import { listHives } from './controllers/hive-controller.js';" in entry
    made = (tmp_path / "controllers/hive-controller.js").read_text()
    assert "\nexport const listHives = " in made
    assert "import { hives } from '../repositories/hive-repository.js';" in made


def test_handlers_whose_types_nothing_tells_stay(tmp_path: Path, yandrel: Yandrel) -> None:
    (tmp_path / "app.ts").write_text(
        "import Router from '@koa/router';\n\nconst router = new Router();\nconst hives: string[] = [];\n\n"
        "router.get('/hives', async (ctx) => {\n  ctx.body = hives;\n});\n\nexport default router;\n"
    )
    done = yandrel(tmp_path, "split", "app.ts", "--carry-out")
    assert done.status == 0, done.err
    assert "app.ts:6  /hives" in done.out
    assert "router.get('/hives', async (ctx) => {" in (tmp_path / "app.ts").read_text()

"""Single-file servers without a framework are taken apart, and answer as before."""

import shutil
import subprocess
from pathlib import Path

import pytest

from tests.conftest import Yandrel, needs_tool, read_tree

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


SCRIPTS = {
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
            "models/hive.php",
            "repositories/hive_repository.php",
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


def test_handlers_written_in_place_are_named(tmp_path: Path, yandrel: Yandrel) -> None:
    (tmp_path / "app.js").write_text(
        "const app = require('express')();\n\nfunction list(req, res) {\n  res.end('');\n}\n\n"
        "app.get('/hives', list);\napp.get('/health', (req, res) => res.end('ok'));\n\n"
        "module.exports = app;\n"
    )
    done = yandrel(tmp_path, "split", "app.js", "--carry-out")
    assert done.status == 0, done.err
    assert "app.js:8  /health" in done.out
    assert "require('./controllers/common-controller')" in (tmp_path / "app.js").read_text()


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

"""What `new` makes in other languages: it compiles, passes its own tests, answers, and is clean."""

import os
import re
import shutil
import subprocess
import time
import urllib.error
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from pathlib import Path

import pytest

from tests.conftest import Yandrel, needs_tool, read_tree
from tests.test_new import LEFT_OVERS, OPEN, ask, free_port
from tests.test_rules import findings_of
from tests.test_script import TOOLS, TSC, needs_tsc
from yandrel.demo.copy import copy_waxmoor

LAYOUTS = ("role-first", "domain-first", "rings", "command-query")
FIELDS = (
    "weight: float, taken_on: date, note: text?, golden: boolean, price: decimal, frames: integer?, "
    "seen: datetime, ended: date?"
)
JAVA = ("java", "-cp", "build")
WITH_TOOLS = {
    "csharp": needs_tool("mcs", "mono"),
    "go": needs_tool("go"),
    "java": needs_tool("javac", "java"),
    "javascript": needs_tool("node"),
    "kotlin": needs_tool("kotlinc", "java"),
    "php": needs_tool("php"),
    "swift": (),
    "typescript": needs_tsc,
}
EVERY = [
    pytest.param(language, layout, marks=marks)
    for language, marks in WITH_TOOLS.items()
    for layout in LAYOUTS
]
SERVERS = {
    "csharp": ("mono", "build/app.exe"),
    "go": ("build/app",),
    "java": (*JAVA, "waxmoor.Server"),
    "javascript": ("node", "src/server.js"),
    "kotlin": (*JAVA, "waxmoor.ServerKt"),
    "php": ("php", "-S", "localhost:{port}", "public/index.php"),
    "typescript": ("node", "dist/src/server.js"),
}


def run(root: Path, *words: str) -> str:
    done = subprocess.run(words, cwd=root, capture_output=True, text=True, check=False)
    assert done.returncode == 0, done.stdout + done.stderr
    return done.stdout


def sources(root: Path, folder: str, ending: str) -> list[str]:
    return [str(path) for path in sorted((root / folder).rglob("*" + ending))]


def build_csharp(root: Path) -> str:
    (root / "build").mkdir(exist_ok=True)
    application, tests = sources(root, "src", ".cs"), sources(root, "test", ".cs")
    run(root, "mcs", "-warnaserror", "-out:build/app.exe", *application)
    main = "-main:Waxmoor.Tests.TestRunner"
    run(root, "mcs", "-warnaserror", main, "-out:build/tests.exe", *application, *tests)
    return run(root, "mono", "build/tests.exe")


def build_go(root: Path) -> str:
    assert run(root, "gofmt", "-l", ".") == ""
    run(root, "go", "vet", "./...")
    run(root, "go", "build", "-o", "build/app", ".")
    return run(root, "go", "test", "./...")


def build_java(root: Path) -> str:
    run(root, "javac", "-Xlint:all,-serial", "-Werror", "-d", "build", *sources(root, "src", ".java"))
    return run(root, "java", "-ea", "-cp", "build", "waxmoor.TestRunner")


def build_kotlin(root: Path) -> str:
    run(root, "kotlinc", "src", "-nowarn", "-include-runtime", "-d", "waxmoor.jar")
    shutil.unpack_archive(root / "waxmoor.jar", root / "build", "zip")
    (root / "waxmoor.jar").unlink()
    return run(root, *JAVA, "waxmoor.TestRunnerKt")


def build_script(root: Path) -> str:
    return run(root, "node", "--test")


def build_php(root: Path) -> str:
    for path in sources(root, ".", ".php"):
        run(root, "php", "-l", path)
    return run(root, "php", "tests/run.php")


def build_swift(root: Path) -> str:
    return ""


def build_typescript(root: Path) -> str:
    if not (root / "node_modules").exists():
        (root / "node_modules").symlink_to(TOOLS)
    run(root, str(TSC))
    return run(root / "dist", "node", "--test")


BUILDS: dict[str, Callable[[Path], str]] = {
    "csharp": build_csharp,
    "go": build_go,
    "java": build_java,
    "javascript": build_script,
    "kotlin": build_kotlin,
    "php": build_php,
    "swift": build_swift,
    "typescript": build_typescript,
}


@contextmanager
def started(root: Path, language: str) -> Iterator[str]:
    """Start the built application; yields its address."""
    port = str(free_port())
    words = [word.format(port=port) for word in SERVERS[language]]
    environment = {**os.environ, "PORT": port, "WAXMOOR_STORE": str(root.parent / "rows.json")}
    with (root.parent / "server.log").open("wb") as output:
        server = subprocess.Popen(words, cwd=root, env=environment, stdout=output, stderr=output)
    try:
        for _ in range(200):
            try:
                OPEN(f"http://localhost:{port}/nothing-here", timeout=5)
            except urllib.error.HTTPError:
                break
            except OSError:
                assert server.poll() is None, (root.parent / "server.log").read_text()
                time.sleep(0.1)
        yield f"http://localhost:{port}"
    finally:
        server.terminate()
        server.wait()


def assert_clean(root: Path, yandrel: Yandrel) -> None:
    done = yandrel(root, "check")
    assert done.out.startswith("Clean"), done.out + done.err
    for path, data in read_tree(root).items():
        if path.split("/")[0] not in ("build", "dist", "node_modules"):
            assert not LEFT_OVERS.search(data), path


def assert_answers(address: str) -> None:
    assert ask(f"{address}/notes") == []
    note = {"title": 'smoke "é"\n', "body": "dry grass"}
    kept = {"number": 1, **note}
    assert ask(f"{address}/notes", note) == kept
    assert ask(f"{address}/notes/1") == kept
    assert ask(f"{address}/notes") == [kept]
    assert ask(f"{address}/notes/1/sign-off", {}) == kept
    with pytest.raises(urllib.error.HTTPError, match="404"):
        ask(f"{address}/notes/2")
    with pytest.raises(urllib.error.HTTPError, match="404"):
        ask(f"{address}/nothing")


@pytest.mark.parametrize(("language", "layout"), EVERY)
def test_an_application_grows(language: str, layout: str, tmp_path: Path, yandrel: Yandrel) -> None:
    done = yandrel(tmp_path, "new", "app", "waxmoor", "--language", language, "--layout", layout)
    assert done.status == 0, done.err
    root = tmp_path / "waxmoor"
    made = read_tree(root)
    assert_clean(root, yandrel)
    assert yandrel(root, "new", "domain", "queen_bees", "--fields", FIELDS).status == 0
    assert yandrel(root, "new", "domain", "news").status == 0
    like = yandrel(root, "new", "domain", "swarms", "--like", "notes")
    assert like.status == 0, like.err
    action = yandrel(root, "new", "action", "notes/sign_off")
    assert action.status == 0, action.err
    assert "no route" not in action.out
    assert "no test" not in action.out
    assert_clean(root, yandrel)
    said = BUILDS[language](root)
    if language in SERVERS:
        assert said
        with started(root, language) as address:
            if language != "go":
                assert_answers(address)
            assert ask(f"{address}/queen-bees") == []
            assert ask(f"{address}/news") == []
            assert ask(f"{address}/swarms") == []
    for _ in range(4):
        assert yandrel(root, "undo").status == 0
    assert {path: data for path, data in read_tree(root).items() if path in made} == made
    assert not list(root.glob("s*/**/*[sS]warm*"))


@pytest.mark.parametrize("language", [language for language in WITH_TOOLS if language not in ("go", "swift")])
def test_what_is_wrong_with_a_request_is_said(language: str, tmp_path: Path, yandrel: Yandrel) -> None:
    if any(mark.args[0] for mark in [WITH_TOOLS[language].mark] if mark.name == "skipif"):
        pytest.skip("its tools are not installed")
    words = ("--language", language, "--domain", "queens", "--fields", FIELDS)
    assert yandrel(tmp_path, "new", "app", "waxmoor", *words).status == 0
    root = tmp_path / "waxmoor"
    BUILDS[language](root)
    queen: dict[str, object] = {
        "weight": 1.5, "taken_on": "2026-05-01", "golden": True, "price": 2.5,
        "seen": "2026-05-01T08:00:00",
    }  # fmt: skip
    with started(root, language) as address:
        made = ask(f"{address}/queens", queen)
        assert isinstance(made, dict)
        assert str(made["taken_on"]).startswith("2026-05-01")
        assert (made["weight"], made["golden"], made["note"], made["frames"]) == (1.5, True, None, None)
        for wrong in ({"weight": "heavy"}, {"golden": 1}, {"taken_on": "soon"}, {"price": "much"}):
            with pytest.raises(urllib.error.HTTPError, match="400"):
                ask(f"{address}/queens", {**queen, **wrong})
        for missing in ("weight", "taken_on", "price"):
            with pytest.raises(urllib.error.HTTPError, match="400"):
                ask(f"{address}/queens", {key: value for key, value in queen.items() if key != missing})


def test_a_foreign_application_is_copied_instead(tmp_path: Path, yandrel: Yandrel) -> None:
    """Where what the templates stand on is not there, the fullest domain is the model."""
    (tmp_path / "src").mkdir()
    (tmp_path / "yandrel.toml").write_text(
        '[app]\nname = "Shop"\n\n[roles]\nservice = "src/services/{name}-service.js"\n'
        'model = "src/models/{name}.js"\ncontroller = "src/controllers/{name}-controller.js"\n'
        'route = "src/routes/{name}-routes.js"\n'
    )
    texts = {
        "models/hive.js": "export class Hive {}\n",
        "services/hive-service.js": "import { Hive } from '../models/hive.js';\n"
        "export const hives = [new Hive()];\n",
        "controllers/hive-controller.js": "import { hives } from '../services/hive-service.js';\n"
        "export const hiveController = () => hives;\n",
        "routes/hive-routes.js": "import { hiveController } from '../controllers/hive-controller.js';\n"
        "export const hiveRoutes = ['/hives', hiveController];\n",
    }
    for path, text in texts.items():
        place = tmp_path / "src" / path
        place.parent.mkdir(parents=True, exist_ok=True)
        place.write_text(text)
    done = yandrel(tmp_path, "new", "domain", "queens")
    assert done.status == 0, done.err
    made = (tmp_path / "src/controllers/queen-controller.js").read_text()
    assert "from '../services/queen-service.js'" in made


@pytest.mark.parametrize(
    ("words", "says"),
    [
        (("--language", "kotln"), "did you mean kotlin?"),
        (("--language", "script"), "no language is called 'script'"),
        (("--language", "java", "--layout", "comand-query"), "did you mean command-query?"),
        (("--language", "java", "--domain", "package"), "package is a word of the language"),
        (("--language", "csharp", "--fields", "number: integer"), "number is a word of the language"),
    ],
)
def test_what_cannot_be_made(words: tuple[str, ...], says: str, tmp_path: Path, yandrel: Yandrel) -> None:
    done = yandrel(tmp_path, "new", "app", "bees", *words)
    assert done.status == 2
    assert says in done.err
    assert not (tmp_path / "bees").exists()


def test_a_layout_that_is_not_built_in_for_a_kind_of_application(tmp_path: Path, yandrel: Yandrel) -> None:
    done = yandrel(tmp_path, "layout", "command-query", "--language", "php", "--framework", "functions")
    assert done.status == 2
    assert "no layout command-query is built in for php; there are role-first" in done.err


OUTLINES = {
    "csharp": (
        "src/Waxmoor/Controllers/QueenBeeController.cs",
        "public class QueenBeeController : BaseController",
    ),
    "go": ("controllers/queen_bee_controller.go", "type QueenBeeController struct {"),
    "java": (
        "src/main/java/coop/waxmoor/controllers/QueenBeeController.java",
        "public class QueenBeeController extends BaseController {",
    ),
    "kotlin": (
        "src/main/kotlin/coop/waxmoor/controllers/QueenBeeController.kt",
        "class QueenBeeController : BaseController() {",
    ),
    "php": (
        "src/Controllers/QueenBeeController.php",
        "final class QueenBeeController extends BaseController",
    ),
    "swift": (
        "Sources/Waxmoor/Controllers/QueenBeeController.swift",
        "final class QueenBeeController: BaseController {",
    ),
}


@pytest.mark.parametrize("language", OUTLINES)
def test_a_unit_is_as_plain_as_its_neighbours(language: str, tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_waxmoor(root, language, layout=True)
    known = findings_of(yandrel(root, "check", "--format", "json"))
    path, heading = OUTLINES[language]
    for role in ("controller", "model", "repository", "service"):
        done = yandrel(root, "new", role, "queen_bee")
        assert done.status == 0, done.err
    assert heading in (root / path).read_text()
    new = findings_of(yandrel(root, "check", "--format", "json")) - known
    assert {rule for rule, _, _ in new} == {"missing-part"}
    assert {target for _, _, target in new} == {"route"}


def test_a_unit_of_javascript(tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_waxmoor(root, "javascript", layout=True)
    assert yandrel(root, "new", "repository", "queen_bee").status == 0
    text = (root / "src/repositories/queen-bee-repository.js").read_text()
    assert "const { BaseRepository } = require('./base-repository');" in text
    assert "class QueenBeeRepository extends BaseRepository {\n}" in text
    assert "module.exports = { QueenBeeRepository };" in text
    done = yandrel(root, "new", "controller", "queen_bee")
    assert done.status == 2
    assert "no controller here shows how one is written; name a file" in done.err
    like = yandrel(root, "new", "controller", "queen_bee", "--like", "hive")
    assert like.status == 0, like.err


@pytest.mark.parametrize("language", ["java", "javascript", "php", "typescript"])
def test_an_action_where_the_application_is_its_own(language: str, tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_waxmoor(root, language, layout=True)
    known = findings_of(yandrel(root, "check", "--format", "json"))
    done = yandrel(root, "new", "action", "hives/requeen")
    assert done.status == 0, done.err
    assert "no test was written for it" in done.out
    changed = "\n".join(data.decode() for path, data in read_tree(root).items() if "ive" in path)
    assert "requeenHive(" in changed
    assert re.search(r"'POST', '/[{:]number}?/requeen'", changed.replace('"', "'"))
    more = findings_of(yandrel(root, "check", "--format", "json")) - known
    assert {(rule, target.rpartition(".")[2]) for rule, _, target in more} == {("extra-method", "requeen")}
    again = yandrel(root, "new", "action", "hives/requeen")
    assert again.status == 3
    assert "requeen" in again.err

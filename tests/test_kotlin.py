"""The Kotlin compiler judges: Waxmoor compiles, and its own tests pass after moves."""

import json
import subprocess
from pathlib import Path

import pytest

from tests.conftest import Yandrel, needs_tool, read_tree
from yandrel.demo.copy import copy_waxmoor

pytestmark = needs_tool("kotlinc", "java")

BASE = "src/main/kotlin/coop/waxmoor/"
MOVES = {
    "types and what extends them": [
        [BASE + "models/WeightValidator.kt"],
        [BASE + "shared/Ledger.kt", BASE + "shared/Ledger.kt"],
        [BASE + "models/Hive.kt", BASE + "hives/"],
        [BASE + "models/Keeper.kt", BASE + "keepers/Beekeeper.kt"],
        [BASE + "shared/Handling.kt:number", BASE + "requests/"],
        [BASE + "shared/Season.kt", BASE + "calendar/"],
        [BASE + "controllers/BaseController.kt", BASE + "shared/"],
    ],
    "packages and definitions": [
        [BASE + "shared/", BASE + "common/base/"],
        [BASE + "middleware/", BASE + "web/"],
        [BASE + "services/HiveService.kt:HiveService", ":HiveKeeping"],
        [BASE + "models/Hive.kt:isFull", ":isCrowded"],
        [BASE + "Application.kt:openServer", BASE + "web/Opening.kt"],
        [BASE + "routes/KeeperRoutes.kt", BASE + "keepers/Routes.kt"],
    ],
}


def run_kotlin(root: Path) -> None:
    """Everything must compile, and the tests pass."""
    jar = root.parent / "waxmoor.jar"
    words = ["kotlinc", str(root / "src"), "-nowarn", "-include-runtime", "-d", str(jar)]
    done = subprocess.run(words, capture_output=True, text=True, check=False)
    assert done.returncode == 0, done.stderr
    words = ["java", "-cp", str(jar), "coop.waxmoor.TestRunnerKt"]
    done = subprocess.run(words, capture_output=True, text=True, check=False)
    assert done.returncode == 0, done.stdout + done.stderr
    assert "6 tests passed" in done.stdout


@pytest.mark.parametrize("name", MOVES)
def test_waxmoor_runs_after_moves(name: str, tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_waxmoor(root, "kotlin", layout=True)
    before = read_tree(root)
    for words in MOVES[name]:
        done = yandrel(root, "move", *words)
        assert done.status == 0, (words, done.err)
    run_kotlin(root)
    assert yandrel(root, "undo", "--to", "1").status == 0
    assert read_tree(root) == before


def test_domains_one_after_another(tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_waxmoor(root, "kotlin", layout=True)
    before = read_tree(root)
    for concept in ("Hive", "Harvest", "Keeper", "Inspection"):
        for role in ("controllers:Controller", "services:Service", "repositories:Repository", "models:"):
            folder, _, tail = role.partition(":")
            target = f"{BASE}{concept.lower()}s/{concept}{tail}.kt"
            assert yandrel(root, "move", f"{BASE}{folder}/{concept}{tail}.kt", target).status == 0
    done = yandrel(root, "new", "domain", "queens", "--like", "hives")
    assert done.status == 0, done.err
    run_kotlin(root)
    assert yandrel(root, "undo", "--to", "1").status == 0
    assert read_tree(root) == before


def test_there_and_back(tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_waxmoor(root, "kotlin", layout=True)
    before = read_tree(root)
    assert yandrel(root, "move", BASE + "middleware/", BASE + "web/").status == 0
    assert yandrel(root, "move", BASE + "web/middleware/", BASE).status == 0
    assert read_tree(root) == before


def test_the_applications_own_faults(tmp_path: Path, yandrel: Yandrel) -> None:
    copy_waxmoor(tmp_path / "app", "kotlin", layout=True)
    done = yandrel(tmp_path / "app", "check", "--format", "json")
    found = {(f["rule"], f["unit"].removeprefix(BASE), f["target"]) for f in json.loads(done.out)["findings"]}
    assert found == {
        ("doubled-prefix", "routes/HarvestRoutes.kt", ""),
        ("misplaced", "models/WeightValidator.kt", "validator"),
        ("namespace-mismatch", "shared/Ledger.kt", "coop.waxmoor.ledgers"),
        (
            "wrong-way",
            "controllers/HiveController.kt",
            BASE + "repositories/HiveRepository.kt:HiveRepository",
        ),
        ("wrong-way", "models/Harvest.kt", BASE + "services/HarvestService.kt:HarvestService"),
    }


MIXED = {
    "src/main/kotlin/coop/waxmoor/models/Hive.kt": "package coop.waxmoor.models\n\n"
    "data class Hive(val name: String, val scale: Scale)\n\n"
    "fun heaviest(hives: List<Hive>): Hive? = hives.maxBy { it.scale.weigh() }\n",
    "src/main/kotlin/coop/waxmoor/services/HiveService.kt": "package coop.waxmoor.services\n\n"
    "import coop.waxmoor.models.Hive\nimport coop.waxmoor.models.Scale\n\n"
    "fun open(name: String) = Hive(name, Scale(3))\n",
    "src/main/java/coop/waxmoor/models/Scale.java": "package coop.waxmoor.models;\n\npublic class Scale {\n"
    "    private final int grams;\n\n    public Scale(int grams) {\n        this.grams = grams;\n    }\n\n"
    "    public int weigh() {\n        return grams;\n    }\n}\n",
    "src/main/java/coop/waxmoor/Main.java": "package coop.waxmoor;\n\nimport coop.waxmoor.models.Hive;\n"
    "import coop.waxmoor.models.HiveKt;\nimport coop.waxmoor.services.HiveServiceKt;\n"
    "import java.util.Collections;\n\npublic class Main {\n    public static void main(String[] args) {\n"
    '        Hive hive = HiveServiceKt.open("Heather");\n'
    "        System.out.println(HiveKt.heaviest(Collections.singletonList(hive)).getName());\n    }\n}\n",
}


@needs_tool("kotlinc", "javac", "java")
def test_java_and_kotlin_name_each_other_after_moves(tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    for path, text in MIXED.items():
        place = root / path
        place.parent.mkdir(parents=True, exist_ok=True)
        place.write_text(text)
    before = read_tree(root)
    kotlin, java = "src/main/kotlin/coop/waxmoor/", "src/main/java/coop/waxmoor/"
    moves = [
        [kotlin + "models/Hive.kt", kotlin + "hives/"],
        [java + "models/Scale.java", java + "scales/"],
        [kotlin + "services/HiveService.kt", kotlin + "hives/Opening.kt"],
        [java + "Main.java:Main", ":Waxmoor"],
    ]
    for words in moves:
        done = yandrel(root, "move", *words)
        assert done.status == 0, (words, done.err)
    jar, classes = tmp_path / "app.jar", tmp_path / "classes"
    sources = [str(path) for path in root.rglob("*.java")]
    for words in (
        ["kotlinc", str(root / kotlin), str(root / "src/main/java"), "-include-runtime", "-d", str(jar)],
        ["javac", "-cp", str(jar), "-d", str(classes), *sources],
        ["java", "-cp", f"{jar}:{classes}", "coop.waxmoor.Waxmoor"],
    ):
        ran = subprocess.run(words, capture_output=True, text=True, check=False)
        assert ran.returncode == 0, ran.stderr
    assert ran.stdout == "Heather\n"
    assert yandrel(root, "undo", "--to", "1").status == 0
    assert read_tree(root) == before

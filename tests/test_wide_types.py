"""Wide interfaces and classes cut in every language that has interfaces: it compiles, and does the same."""

import shutil
from collections.abc import Callable
from pathlib import Path

import pytest

from tests.conftest import Yandrel, read_tree
from tests.test_new_languages import WITH_TOOLS, run, sources
from tests.test_script import TOOLS, TSC

WIDE = Path(__file__).parent / "wide"
STORES = {
    "csharp": "src/Bees/Stores/IHiveStore.cs:IHiveStore",
    "go": "stores/hive_store.go:HiveStore",
    "java": "src/main/java/bees/stores/HiveStore.java:HiveStore",
    "kotlin": "src/main/kotlin/bees/stores/HiveStore.kt:HiveStore",
    "php": "src/Stores/HiveStore.php:HiveStore",
    "swift": "Sources/Bees/Stores/HiveStore.swift:HiveStore",
    "typescript": "src/stores/hive-store.ts:HiveStore",
}


def run_csharp(root: Path) -> str:
    (root / "build").mkdir(exist_ok=True)
    run(root, "mcs", "-out:build/bees.exe", *sources(root, "src", ".cs"))
    return run(root, "mono", "build/bees.exe")


def run_go(root: Path) -> str:
    assert run(root, "gofmt", "-l", ".") == ""
    run(root, "go", "vet", "./...")
    return run(root, "go", "run", ".")


def run_java(root: Path) -> str:
    run(root, "javac", "-d", "build", *sources(root, "src", ".java"))
    return run(root, "java", "-cp", "build", "bees.Main")


def run_kotlin(root: Path) -> str:
    (root / "build").mkdir(exist_ok=True)
    run(root, "kotlinc", "src", "-nowarn", "-include-runtime", "-d", "build/bees.jar")
    return run(root, "java", "-cp", "build/bees.jar", "bees.MainKt")


def run_php(root: Path) -> str:
    return run(root, "php", "main.php")


def run_typescript(root: Path) -> str:
    if not (root / "node_modules").exists():
        (root / "node_modules").symlink_to(TOOLS)
    run(root, str(TSC))
    return run(root, "node", "dist/main.js")


RUNS: dict[str, Callable[[Path], str]] = {
    "csharp": run_csharp,
    "go": run_go,
    "java": run_java,
    "kotlin": run_kotlin,
    "php": run_php,
    "swift": lambda root: "",
    "typescript": run_typescript,
}
EVERY = [
    pytest.param(language, by, marks=WITH_TOOLS[language])
    for language in STORES
    for by in ("users", "action")
]


def copy_bees(language: str, root: Path) -> str:
    """Copy the application; return what it prints."""
    shutil.copytree(WIDE / language, root)
    return RUNS[language](root)


def without_interface(root: Path) -> str:
    """Make the class in memory the only store, as it is before anyone needs another; return its name."""
    made = next(path for path in root.rglob("*") if "emory" in path.name)
    next(path for path in made.parent.iterdir() if path != made).unlink()
    words = {
        "override fun": "fun", "override val": "val", "IHiveStore": "HiveStore",
        "MemoryHiveStore": "HiveStore",
        " implements HiveStore": "", " : HiveStore\n": "\n", " : HiveStore {": " {", "    @Override\n": "",
        "store.isEmpty": "store.all().isEmpty", "self::FIRST": "1", "HiveStore::FIRST": "1",
        "memory-hive": "hive",
        "import { HiveStore } from './hive-store.js';\n": "",
    }  # fmt: skip
    for path in root.rglob("*"):
        if path.suffix in (".cs", ".go", ".java", ".kt", ".php", ".ts") and path.is_file():
            text = path.read_text()
            for old, new in words.items():
                text = text.replace(old, new)
            if path.suffix == ".go" and "services" in str(path):
                text = text.replace("stores.HiveStore", "*stores.HiveStore")
            path.write_text(text)
    place = made.with_name(made.name.replace("Memory", "").replace("memory_", "").replace("memory-", ""))
    made.rename(place)
    return f"{place.relative_to(root).as_posix()}:HiveStore"


def read_sources(root: Path) -> dict[str, bytes]:
    built = ("build/", "dist/", "node_modules/")
    return {path: data for path, data in read_tree(root).items() if not path.startswith(built)}


def build_again(language: str, root: Path) -> str:
    for name in ("build", "dist"):
        shutil.rmtree(root / name, ignore_errors=True)
    return RUNS[language](root)


@pytest.mark.parametrize(("language", "by"), EVERY)
def test_an_interface_is_cut(language: str, by: str, tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    printed = copy_bees(language, root)
    before = read_sources(root)
    done = yandrel(root, "split", STORES[language], "--by", by, "--carry-out")
    assert done.status == 0, done.err
    texts = {path: data.decode() for path, data in read_sources(root).items() if before.get(path) != data}
    name = STORES[language].rpartition(":")[2]
    part = f"{name}ForEntry" if by == "users" else f"{name}Changing"
    entry = next(text for path, text in texts.items() if "ntry" in path and "Store" not in path)
    assert part in entry
    assert not entry.replace(part, "").count(name)
    assert build_again(language, root) == printed
    assert yandrel(root, "undo").status == 0
    assert read_sources(root) == before


@pytest.mark.parametrize(("language", "by"), [item for item in EVERY if item.values[0] != "swift"])
def test_a_class_gets_the_interfaces_that_its_users_need(
    language: str, by: str, tmp_path: Path, yandrel: Yandrel
) -> None:
    root = tmp_path / "app"
    copy_bees(language, root)
    thing = without_interface(root)
    printed = build_again(language, root)
    done = yandrel(root, "split", thing, "--by", by, "--carry-out")
    assert done.status == 0, done.err
    entry = next(path for path in root.rglob("*") if "ntry" in path.name and "ervice" in path.name)
    prefix = "I" if language == "csharp" else ""
    part = f"{prefix}HiveStore{'ForEntry' if by == 'users' else 'Changing'}"
    assert part in entry.read_text()
    assert build_again(language, root) == printed


REFUSED = [
    ("java", "public interface HiveStore<T> {\n    void a();\n\n    void b();\n}\n", "type parameters"),
    (
        "java",
        "public enum HiveStore {\n    A;\n\n    void a() {}\n\n    void b() {}\n}\n",
        "no class or interface",
    ),
    ("java", "public interface HiveStore {\n    void a();\n}\n", "fewer than two methods"),
    ("typescript", "export class HiveStore {\n  a() {}\n  b() {}\n}\n", "what a returns is not written"),
]


@pytest.mark.parametrize(("language", "text", "says"), REFUSED)
def test_what_cannot_be_cut(language: str, text: str, says: str, tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    shutil.copytree(WIDE / language, root)
    path, _, name = STORES[language].rpartition(":")
    head = "package bees.stores;\n\n" if language == "java" else ""
    (root / path).write_text(head + text)
    before = read_tree(root)
    done = yandrel(root, "split", f"{path}:{name}", "--carry-out")
    assert done.status == 3
    assert says in done.err
    assert read_tree(root) == before


def test_javascript_has_no_interfaces(tmp_path: Path, yandrel: Yandrel) -> None:
    (tmp_path / "store.js").write_text("export class HiveStore {\n  a() {}\n  b() {}\n}\n")
    done = yandrel(tmp_path, "split", "store.js:HiveStore")
    assert done.status == 2
    assert "no interfaces" in done.err

"""From one file to a laid-out application with one more domain; the language's own compiler judges each."""

import shutil
import subprocess
from pathlib import Path

import pytest

from tests.conftest import Yandrel, needs_tool

CASES = Path(__file__).parent / "cases"
STEPS = {
    "go": ("split_what_only_its_package_sees", "main.go", ("go", "vet", "./...")),
    "java": ("split_a_program_of_one_file", "Main.java", ("javac", "-d", "out")),
    "kotlin": ("split_a_program_of_one_file", "src/Main.kt", ("kotlinc", "src", "-d", "out")),
    "php": ("split_classes_into_files_called_like_them", "index.php", ("php", "-l")),
    "javascript": ("split_models_of_an_odm", "server.js", ("node", "--check")),
}
ENDINGS = {"java": "*.java", "php": "*.php", "javascript": "*.js"}


@needs_tool("go", "javac", "kotlinc", "php", "node")
@pytest.mark.parametrize("language", STEPS)
def test_split_adopt_and_a_new_domain(language: str, tmp_path: Path, yandrel: Yandrel) -> None:
    case, crowded, tool = STEPS[language]
    root = tmp_path / "app"
    shutil.copytree(CASES / language / case / "before", root)
    for words in (
        ("split", crowded, "--carry-out"),
        ("adopt",),
        ("new", "domain", "queens", "--like", "books"),
    ):
        done = yandrel(root, *words)
        assert done.status == 0, (words, done.err)
    made = [path for path in root.rglob("*") if "ueen" in path.name]
    assert len(made) >= 2
    compile_all(root, language, tool)


def compile_all(root: Path, language: str, tool: tuple[str, ...]) -> None:
    files = [str(path) for path in sorted(root.rglob(ENDINGS[language]))] if language in ENDINGS else []
    runs = [(*tool, file) for file in files] if tool[0] in ("php", "node") else [(*tool, *files)]
    for words in runs:
        ran = subprocess.run(words, cwd=root, capture_output=True, text=True, check=False)
        assert ran.returncode == 0, ran.stdout + ran.stderr

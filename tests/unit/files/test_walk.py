"""Walking: ignore files kept, links not followed, vendored folders left out."""

from pathlib import Path

from tests.conftest import write_tree
from yandrel.files.walk import walk_tree


def files_of(root: Path) -> list[str]:
    return walk_tree(root, lambda name: name.endswith(".py")).files


def test_ignore_files_are_kept(tmp_path: Path) -> None:
    root = write_tree(
        tmp_path,
        {
            ".gitignore": "/local.py\n*.log\nbuild/\n!keep.log\n",
            "local.py": "",
            "app/local.py": "",
            "app/x.log": "",
            "app/keep.log": "",
            "build/out.py": "",
            "app/.gitignore": "generated_*.py\n",
            "app/generated_a.py": "",
            "generated_b.py": "",
        },
    )
    assert files_of(root) == [
        ".gitignore", "app/.gitignore", "app/keep.log", "app/local.py", "generated_b.py",
    ]  # fmt: skip


def test_vendored_folders_are_left_out_unless_they_are_packages(tmp_path: Path) -> None:
    root = write_tree(
        tmp_path,
        {
            "node_modules/a/x.py": "",
            "vendor/lib/x.py": "",
            "app/vendor/__init__.py": "",
            "app/vendor/supplier.py": "",
            "app/_vendor/x.py": "",
            ".venv/lib/x.py": "",
            "myenv/pyvenv.cfg": "",
            "myenv/lib/x.py": "",
            "app/__pycache__/x.py": "",
        },
    )
    assert files_of(root) == ["app/vendor/__init__.py", "app/vendor/supplier.py"]


def test_a_package_may_be_called_like_a_folder_of_results(tmp_path: Path) -> None:
    root = write_tree(
        tmp_path,
        {
            "lib/build/build.go": "",
            "java/org/target/Target.java": "",
            "build/generated/Out.java": "",
            "target/classes/Hive.class": "",
            "vendor/tool.go": "",
            "dist/main.js": "",
        },
    )
    assert files_of(root) == ["java/org/target/Target.java", "lib/build/build.go"]


def test_only_wanted_files_are_looked_at(tmp_path: Path) -> None:
    root = write_tree(tmp_path, {"a.py": "12345", "b.txt": "x"})
    tree = walk_tree(root, lambda name: name.endswith(".py"))
    assert tree.files == ["a.py", "b.txt"]
    assert {path: stats[0] for path, stats in tree.stats.items()} == {"a.py": 5}


def test_links_are_not_followed(tmp_path: Path) -> None:
    root = write_tree(tmp_path / "app", {"a/x.py": ""})
    (root / "a" / "loop").symlink_to(root)
    (root / "y.py").symlink_to(root / "a" / "x.py")
    tree = walk_tree(root, lambda name: True)
    assert tree.files == ["a/x.py"]
    assert tree.ignored == {"a/loop/", "y.py"}


def test_patterns_of_every_form(tmp_path: Path) -> None:
    root = write_tree(
        tmp_path,
        {
            ".gitignore": "*.tmp.py\n/made/\n**/drafts/*.py\n!**/drafts/kept.py\nold[0-9].py\n",
            "a.tmp.py": "",
            "a.py": "",
            "made/b.py": "",
            "inner/made/b.py": "",
            "inner/drafts/c.py": "",
            "inner/drafts/kept.py": "",
            "old1.py": "",
            "olden.py": "",
        },
    )
    found = [path for path in files_of(root) if path.endswith(".py")]
    assert found == ["a.py", "inner/drafts/kept.py", "inner/made/b.py", "olden.py"]

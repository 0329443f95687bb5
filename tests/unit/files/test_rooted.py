"""Writing below the root: no link is followed, nothing but plain files is read."""

import os
from pathlib import Path

import pytest

from yandrel.errors import RefusedError
from yandrel.files import rooted
from yandrel.files.paths import find_path_fault
from yandrel.files.rooted import RootFolder, SpecialFileError, read_plain


@pytest.fixture(params=["handles", "paths"])
def folder(tmp_path: Path, monkeypatch: pytest.MonkeyPatch, request: pytest.FixtureRequest) -> RootFolder:
    """An application's folder, on a system with handles of folders and on one without."""
    if request.param == "paths":
        monkeypatch.setattr(rooted, "HAS_HANDLES", False)
    (tmp_path / "app").mkdir()
    (tmp_path / "outside").mkdir()
    (tmp_path / "outside" / "x.py").write_text("precious\n")
    return RootFolder(tmp_path / "app")


def test_writes_and_reads_in_folders_that_it_makes(folder: RootFolder) -> None:
    assert folder.make_folders("a/b") == ["a", "a/b"]
    folder.create("a/b/x.py", b"X = 1\n", 0o755)
    assert folder.read("a/b/x.py") == b"X = 1\n"
    found = folder.stat("a/b/x.py")
    assert found is not None
    assert found.st_mode & 0o777 == 0o755


def test_a_new_file_replaces_nothing(folder: RootFolder) -> None:
    folder.create("x.py", b"one")
    with pytest.raises(FileExistsError):
        folder.create("x.py", b"two")
    assert folder.read("x.py") == b"one"


@pytest.mark.parametrize("call", ["create", "read", "remove", "make_folders", "replace"])
def test_a_parent_that_is_a_link_is_refused(folder: RootFolder, call: str) -> None:
    (folder.root / "linked").symlink_to(folder.root.parent / "outside")
    folder.create("own.py", b"")
    words: dict[str, tuple[str | bytes, ...]] = {
        "create": ("linked/new.py", b""), "read": ("linked/x.py",), "remove": ("linked/x.py",),
        "make_folders": ("linked/sub/deep",), "replace": ("own.py", "linked/x.py"),
    }  # fmt: skip
    with pytest.raises(RefusedError, match="behind a link"):
        getattr(folder, call)(*words[call])
    assert (folder.root.parent / "outside" / "x.py").read_text() == "precious\n"
    assert sorted(os.listdir(folder.root.parent / "outside")) == ["x.py"]


def test_a_tree_is_removed_without_following_links(folder: RootFolder) -> None:
    folder.make_folders("a")
    (folder.root / "a" / "linked").symlink_to(folder.root.parent / "outside")
    folder.remove_tree("a")
    assert folder.stat("a") is None
    assert (folder.root.parent / "outside" / "x.py").exists()


def test_special_files_are_not_read(folder: RootFolder) -> None:
    os.mkfifo(folder.root / "pipe")
    (folder.root / "link").symlink_to(folder.root.parent / "outside" / "x.py")
    for name in ("pipe", "link"):
        with pytest.raises(SpecialFileError):
            folder.read(name)
    for place in (folder.root / "pipe", folder.root, Path("/dev/zero")):
        with pytest.raises(OSError):
            read_plain(place)


def test_a_file_of_our_own_has_no_second_name(folder: RootFolder) -> None:
    os.close(folder.open_own("lock"))
    os.link(folder.root.parent / "outside" / "x.py", folder.root / "hard")
    (folder.root / "soft").symlink_to(folder.root.parent / "outside" / "x.py")
    for name in ("hard", "soft"):
        with pytest.raises(SpecialFileError):
            folder.open_own(name)


@pytest.mark.parametrize(
    ("path", "fault"),
    [
        ("shop/hive.py", ""),
        ("shop/.github/x.yml", ""),
        ("../x", "outside"),
        ("shop/../../x", "outside"),
        ("/etc/passwd", "outside"),
        ("shop//x.py", "plain path"),
        ("", "file name"),
        ("a\0b", "file name"),
        (".git/hooks/x", "not for source"),
        ("sub/.GIT/config", "not for source"),
        (".yandrel/lock", "not for source"),
        ("x" * 256, "255 bytes"),
        ("caf\udce9.py", "UTF-8"),
    ],
)
def test_paths_that_may_be_written(path: str, fault: str) -> None:
    found = find_path_fault(path)
    assert (fault in found) if fault else found == ""

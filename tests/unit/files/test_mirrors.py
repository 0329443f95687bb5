"""What a build made beside its sources is told by its files, whatever its folder is called."""

from pathlib import Path

import pytest

from yandrel.files.mirrors import find_mirrors

NAMES = ["hives/model", "hives/service", "hives/routes", "app"]
SOURCES = [f"src/{name}.ts" for name in NAMES]


def made(folder: str, *endings: str) -> list[str]:
    return [f"{folder}{name}{ending}" for name in NAMES for ending in endings]


def find(root: Path, files: list[str], package: str) -> set[str]:
    (root / "package.json").write_text(package)
    return find_mirrors(root, ["package.json", *files])


@pytest.mark.parametrize(
    ("files", "package", "mirrors"),
    [
        (made("lib/", ".js", ".d.ts"), '{"main": "lib/app.js"}', {"lib/"}),
        (made("lib/", ".js"), '{"main": "server.js"}', set()),
        (made("lib/a/", ".js") + made("lib/b/", ".mjs"), '["lib/a/app.js", "lib/b/app.mjs"]', {"lib/a/", "lib/b/"}),
        (["lib/app.js", "lib/other.js", "lib/more.js"], '{"main": "lib/app.js"}', set()),
        (made("test/", ".js"), '{"scripts": "test/run.js"}', set()),
        (["lib/hives/model.ts", *made("lib/", ".js")[1:]], '{"main": "lib/app.js"}', {"lib/"}),
        (["lib/rain.ts", *made("lib/", ".js")], '{"main": "lib/app.js"}', set()),
    ],
)  # fmt: skip
def test_mirrors(tmp_path: Path, files: list[str], package: str, mirrors: set[str]) -> None:
    assert find(tmp_path, SOURCES + files, package) == mirrors


def test_a_package_of_its_own_in_the_build_changes_nothing(tmp_path: Path) -> None:
    files = [*SOURCES, *made("esm/", ".js"), "esm/package.json"]
    (tmp_path / "esm").mkdir()
    (tmp_path / "esm/package.json").write_text('{"type": "module"}')
    assert find(tmp_path, files, '{"module": "./esm/app.js"}') == {"esm/"}


def test_without_sources_there_is_no_mirror(tmp_path: Path) -> None:
    assert find(tmp_path, made("lib/", ".js", ".d.ts"), '{"main": "lib/app.js"}') == set()

"""Folders that a module reads when it runs, and what is told when something leaves them."""

import pytest

from yandrel.languages.script.computed import find_read_folders, reads_folders, tell_read_folders
from yandrel.model.changes import Relocation

UNIT = "src/app.js"
HIVE = "src/hives/hive.js"


def told(source: str, units: dict[str, str], folders: dict[str, str] | None = None) -> list[str]:
    relocation = Relocation(units, {}, folders or {})
    return [note.why for note in tell_read_folders(relocation, {UNIT: source.encode()})]


@pytest.mark.parametrize(
    ("source", "folder", "listed"),
    [
        ("require(`./hives/${name}`)", "src/hives/", False),
        ("await import('./hives/' + name + '.js')", "src/hives/", False),
        ("require('../lib/hive-' + kind)", "lib/", False),
        ("fs.readdirSync(__dirname + '/hives')", "src/hives/", True),
        ("fs.readdirSync(path.join(__dirname, '..', 'lib'))", "lib/", True),
        ("glob(`${__dirname}/hives`)", "src/hives/", True),
        ("readdir(path.join(import.meta.dirname, 'hives'))", "src/hives/", True),
    ],
)
def test_folders_that_are_read(source: str, folder: str, listed: bool) -> None:
    assert reads_folders(source.encode())
    found = [(place, kind) for place, _, _, kind in find_read_folders(source.encode(), UNIT)]
    assert (folder, listed) in found


@pytest.mark.parametrize(
    "source",
    ["require('./hives/hive')", "require(name)", "path.join(__dirname, 'hives')", "xrequire('./a/' + b)",
     "require('../../outside/' + name)"],
)  # fmt: skip
def test_what_reads_no_folder_of_the_application(source: str) -> None:
    assert not list(find_read_folders(source.encode(), UNIT))


def test_what_leaves_is_told() -> None:
    away, renamed = {HIVE: "src/bees/hive.js"}, {HIVE: "src/hives/bee.js"}
    listing, put_together = "readdirSync(__dirname + '/hives')", "require('./hives/' + name)"
    assert told(listing, away) == [f"is a folder that is read when it runs, and that {HIVE} leaves"]
    assert not told(listing, renamed)
    why = f"is a path that is put together when it runs; it may lead to {HIVE}"
    assert told(put_together, away) == told(put_together, renamed) == [why]


def test_a_folder_that_goes_as_a_whole() -> None:
    units, folders = {HIVE: "src/bees/hive.js"}, {"src/hives/": "src/bees/"}
    assert told("require('./hives/' + name)", units, folders) == [
        "is a path that is put together when it runs; it would have to lead to src/bees/ now"
    ]
    assert not told("readdirSync(__dirname + '/hives')", units, folders)


def test_nothing_is_told_of_what_stays() -> None:
    source = "require('./hives/' + name); readdirSync(__dirname + '/hives')"
    assert not told(source, {"src/bees/bee.js": "src/bee.js"})
    assert not told(source, {HIVE: HIVE})

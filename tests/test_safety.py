"""What a user is promised about his files, on the real program."""

import os
import signal
import subprocess
import sys
import time
from pathlib import Path

import msgspec
import pytest

from tests.conftest import Yandrel, read_tree, write_tree

FILES: dict[str, str | bytes] = {
    "shop/__init__.py": "",
    "shop/order.py": 'class Order: ...\nEMPTY = ""\n',
    "shop/app.py": "from shop.order import Order\nPAGE = render(\"list.html\")\nNONE = ''\n",
    "shop/pages/list.html": '<p>""</p>\n',
    "settings.toml": 'main = "shop.order:Order"\n',
}
MOVE = ("move", "shop/order.py", "shop/sales/order.py")


@pytest.fixture
def shop(tmp_path: Path) -> Path:
    return write_tree(tmp_path / "app", FILES)


def test_a_folder_that_becomes_one_of_templates_changes_no_string(shop: Path, yandrel: Yandrel) -> None:
    before = read_tree(shop)
    assert yandrel(shop, "move", "shop/pages/", "shop/views/pages").status == 0
    after = read_tree(shop)
    assert after.pop("shop/views/pages/list.html") == before.pop("shop/pages/list.html")
    assert after == before


def test_a_template_that_moves_is_named_anew_where_a_whole_string_names_it(
    shop: Path, yandrel: Yandrel
) -> None:
    write_tree(
        shop, {"shop/templates/list.html": "", "shop/other.py": 'A = "list.html.bak"\nB = "a list.html"\n'}
    )
    other = (shop / "shop/other.py").read_bytes()
    done = yandrel(shop, "move", "shop/templates/list.html", "shop/templates/hives/")
    assert done.status == 0, done.err
    assert b'render("hives/list.html")' in (shop / "shop/app.py").read_bytes()
    assert (shop / "shop/other.py").read_bytes() == other


@pytest.mark.parametrize("side", ["before", "after"])
def test_garbage_in_the_journal_is_not_written_back(shop: Path, yandrel: Yandrel, side: str) -> None:
    assert yandrel(shop, *MOVE).status == 0
    moved = read_tree(shop)
    stored = shop / ".yandrel/journal/0001" / side
    stored.mkdir(exist_ok=True)
    for position in range(4):
        (stored / str(position)).write_bytes(b"garbage\n")
    if side == "after":
        (shop / ".yandrel/journal/0001/done").unlink()
    done = yandrel(shop, "undo", *(["--finish"] if side == "after" else []))
    assert done.status == 3
    assert f".yandrel/journal/0001/{side}/0" in done.err
    assert "nothing was changed" in done.err
    assert read_tree(shop) == moved


@pytest.mark.parametrize("path", ["../outside.py", "/tmp/x.py", ".git/config", "shop/../../x"])
def test_a_journal_that_leads_elsewhere_is_refused(shop: Path, yandrel: Yandrel, path: str) -> None:
    yandrel(shop, *MOVE)
    place = shop / ".yandrel/journal/0001/record.json"
    record = msgspec.json.decode(place.read_bytes())
    record.update(version=1, checksum="", entries=[{**record["entries"][0], "old": path}])
    place.write_bytes(msgspec.json.encode(record))
    assert yandrel(shop, "undo").status == 3
    assert "can be neither undone nor finished" in yandrel(shop, "survey").err


def test_a_journal_of_the_last_version_is_still_undone(shop: Path, yandrel: Yandrel) -> None:
    before = read_tree(shop)
    yandrel(shop, *MOVE)
    place = shop / ".yandrel/journal/0001/record.json"
    record = msgspec.json.decode(place.read_bytes())
    for key in ("made", "folders", "removable", "then", "checksum"):
        del record[key]
    place.write_bytes(msgspec.json.encode({**record, "version": 1}))
    assert yandrel(shop, "undo").status == 0
    assert read_tree(shop) == before


def test_one_damaged_record_blocks_only_itself(shop: Path, yandrel: Yandrel) -> None:
    yandrel(shop, *MOVE)
    yandrel(shop, "move", "shop/pages/", "shop/screens")
    (shop / ".yandrel/journal/0001/record.json").write_bytes(b"{")
    assert yandrel(shop, "undo").status == 0
    assert (shop / "shop/pages/list.html").exists()
    assert yandrel(shop, "undo").status == 3


def test_undo_leaves_no_folder_that_was_not_there(shop: Path, yandrel: Yandrel) -> None:
    (shop / "shop/empty").mkdir()
    folders = {path for path in shop.rglob("*") if path.is_dir()}
    assert yandrel(shop, "move", "shop/order.py", "shop/empty/sales/deep/order.py").status == 0
    assert yandrel(shop, "undo").status == 0
    assert {path for path in shop.rglob("*") if path.is_dir() and ".yandrel" not in path.parts} == folders


@pytest.mark.parametrize("home", ["../out/{name}.py", "/tmp/{name}.py", "a/../../{name}.py", "C:/{name}.py"])
def test_a_home_outside_is_an_error(shop: Path, yandrel: Yandrel, home: str) -> None:
    (shop / "yandrel.toml").write_text(f'[roles]\nservice = "{home}"\n')
    done = yandrel(shop, "new", "service", "queen")
    assert done.status == 2
    assert "leads out of the application" in done.err


def test_a_home_in_a_linked_folder_is_refused(shop: Path, tmp_path: Path, yandrel: Yandrel) -> None:
    outside = write_tree(tmp_path / "outside", {"x.py": ""})
    (shop / "linked").symlink_to(outside)
    (shop / "yandrel.toml").write_text('[roles]\nservice = "linked/{name}.py"\n')
    assert yandrel(shop, "new", "service", "queen").status == 3
    assert yandrel(shop, "move", "shop/order.py:Order", "linked/order.py").status == 3
    assert sorted(read_tree(outside)) == ["x.py"]


def test_what_is_shipped_as_our_own_folder_is_left_alone(
    shop: Path, tmp_path: Path, yandrel: Yandrel
) -> None:
    outside = write_tree(tmp_path / "outside", {"lock": "precious", "cache.sqlite": "precious"})
    (shop / ".yandrel").symlink_to(outside)
    before = read_tree(outside)
    assert yandrel(shop, "survey").status == 0
    assert yandrel(shop, *MOVE).status == 3
    assert read_tree(outside) == before


def test_names_cannot_command_the_terminal(shop: Path, yandrel: Yandrel) -> None:
    write_tree(shop, {"shop/e\x1b[31mvil\n.py": "import shop.none\n"})
    for words in (("check",), ("survey", "--why"), ("move", "shop/none\x1b]0;x\x07.py", "x.py")):
        done = yandrel(shop, *words)
        assert "\x1b" not in done.out + done.err
        assert "\x07" not in done.out + done.err


@pytest.mark.parametrize("path", ["nowhere", "settings.toml", "../outside"])
def test_a_check_of_nothing_does_not_pass(shop: Path, yandrel: Yandrel, path: str) -> None:
    assert yandrel(shop, "check", path).status in (2, 3)
    assert yandrel(shop, "check", "shop").status == 0


@pytest.mark.parametrize(
    ("text", "said"),
    [
        ('[app]\nsource = ["nowhere"]\n', "has no source file"),
        ('[routes]\nguard = { "x" = "y" }\n', "the prefix 'x' must start with a slash"),
        ('[routes]\nguard = "y"\n', "guard must be a table of prefixes and names"),
    ],
)
def test_what_no_rule_looks_at_is_an_error(shop: Path, yandrel: Yandrel, text: str, said: str) -> None:
    (shop / "yandrel.toml").write_text(text)
    done = yandrel(shop, "check")
    assert done.status == 2
    assert said in done.err


def test_findings_one_a_line(shop: Path, yandrel: Yandrel) -> None:
    (shop / "yandrel.toml").write_text('[roles]\nentry = "shop/app.py"\n')
    done = yandrel(shop, "check", "--format", "lines")
    assert done.status == 1
    assert done.out == "shop/order.py:1: unplaced: has no role and no home\n"


def test_a_clean_check_says_how_much_it_covers(shop: Path, yandrel: Yandrel) -> None:
    (shop / "yandrel.toml").write_text('[roles]\nentry = "shop/app.py"\n[off]\nunplaced = "later"\n')
    done = yandrel(shop, "check", "--min-covered", "30")
    assert done.status == 0
    assert "the rules cover 1, 2 have no role or no rule" in " ".join(done.out.split())
    assert yandrel(shop, "check", "--min-covered", "34").status == 1


@pytest.mark.skipif(os.name == "nt", reason="signals")
def test_a_kill_while_the_command_runs_is_found_by_the_next_call(shop: Path, yandrel: Yandrel) -> None:
    before = read_tree(shop)
    command = "echo junk >> shop/app.py; echo new > made.txt; rm settings.toml; ln -s / up; sleep 60"
    process = subprocess.Popen(
        [sys.executable, "-m", "yandrel", "--root", str(shop), *MOVE, "--then", command],
        stderr=subprocess.PIPE,
    )
    for _ in range(300):
        if (shop / "up").is_symlink():
            break
        time.sleep(0.05)
    process.send_signal(signal.SIGKILL)
    process.wait()
    assert "was cut off" in yandrel(shop, "survey").err
    assert yandrel(shop, "undo").status == 0
    assert read_tree(shop) == before
    assert not (shop / "up").is_symlink()
    assert not (shop / "shop/sales").exists()


@pytest.mark.skipif(os.name == "nt", reason="process groups")
def test_what_a_command_leaves_running_ends_with_it(shop: Path, yandrel: Yandrel) -> None:
    done = yandrel(shop, *MOVE, "--then", "(sleep 1; echo late > late.txt) & true")
    assert done.status == 0
    time.sleep(1.5)
    assert not (shop / "late.txt").exists()

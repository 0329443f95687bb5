"""Bad input: one clear line, the documented status, nothing changed."""

import os
from pathlib import Path

import pytest

from tests.conftest import Yandrel, read_tree, write_tree
from yandrel.cli import main

SHOP: dict[str, str | bytes] = {
    "shop/__init__.py": "",
    "shop/order.py": "class Order: ...\n",
    "shop/app.py": "from shop.order import Order\n",
}


@pytest.fixture
def shop(tmp_path: Path) -> Path:
    return write_tree(tmp_path / "shop-app", SHOP)


def assert_one_line(err: str) -> None:
    lines = err.strip().splitlines()
    assert lines
    assert lines[0].startswith("yandrel: ")
    assert "Traceback" not in err


@pytest.mark.parametrize(
    ("words", "status", "says"),
    [
        (("move", "shop/oder.py", "x.py"), 2, "did you mean shop/order.py?"),
        (("move", "shop/order.py:Ordr", "x.py"), 2, "did you mean Order?"),
        (("move", "shop/order.py"), 2, "yandrel.toml"),
        (("move", "shop/order.py", "shop/app.py"), 3, "is there already"),
        (("move", "shop/order.py", "shop/order.py"), 3, "is there already"),
        (("move", "shop/", "shop/inner/"), 3, "inside"),
        (("move", "shop/order.py", "../x.py"), 3, "outside"),
        (("move", "shop/order.py", "/tmp/x.py"), 3, "outside"),
        (("move", "shop/order.py", "shop/sale"), 2, ".py"),
        (("move", "shop/order.py:Order", ":2nd"), 2, "no name"),
        (("move", "."), 2, "application itself"),
        (("move",), 2, "nothing to move"),
        (("move", "--list", "none.toml"), 2, "no such move list"),
        (("moev", "a", "b"), 2, "did you mean move?"),
        (("check", "--rule", "wrong-wya"), 2, "did you mean wrong-way?"),
        (("check", "--explain", "nothing-like"), 2, "there are"),
        (("undo",), 3, "no change"),
        (("undo", "--finish"), 2, "nothing to finish"),
        (("undo", "--to", "7"), 3, "no change"),
        (("survey", "--format", "xml"), 2, "xml"),
    ],
)
def test_calls_that_make_no_sense(
    shop: Path, yandrel: Yandrel, words: tuple[str, ...], status: int, says: str
) -> None:
    before = read_tree(shop)
    done = yandrel(shop, *words)
    assert done.status == status, done.err
    assert_one_line(done.err)
    assert says in done.err
    assert read_tree(shop) == before


def test_no_such_root(tmp_path: Path, yandrel: Yandrel) -> None:
    done = yandrel(tmp_path / "nowhere", "survey")
    assert done.status == 2
    assert "no such folder" in done.err


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("[app\n", "yandrel.toml:1:"),
        ('[app]\nnaem = "x"\n', "did you mean name?"),
        ('[roles]\nmodel = "shop/{name}{.py"\n', "stray {"),
        ('[roles]\nmodel = "shop/{na me}.py"\n', "unknown placeholder {na me}"),
        ('[roles]\nmodel = "shop/{name:kebap}.py"\n', "did you mean kebab?"),
        ('[roles]\nmodel = "shop/*.py"\n', "wildcard"),
        ('[roles]\nmodel = "shop/{name}.py"\n[imports]\nmay = ["modle -> model"]\n', "did you mean model?"),
        ('[roles]\nmodel = "shop/{name}.py"\nservice = "shop/{name}.py"\n', "equally well"),
        ('[imports]\ndomains = "together"\n', "says nothing"),
        ("[limits]\nunits_per_folder = 0\n", "from 1 on"),
        ('[off]\n"wrong-wya" = "no"\n', "did you mean wrong-way?"),
        ('[[except]]\nrule = "wrong-way"\n', "reason"),
        ('[app]\nlayout = "rolefirst"\n', "did you mean role-first?"),
    ],
)
def test_wrong_configuration(shop: Path, yandrel: Yandrel, text: str, says: str) -> None:
    (shop / "yandrel.toml").write_text(text)
    done = yandrel(shop, "check")
    assert done.status == 2, done.out
    assert_one_line(done.err)
    assert says in done.err
    assert "yandrel.toml" in done.err


def test_broken_files_are_listed_and_the_rest_goes_on(shop: Path, yandrel: Yandrel) -> None:
    write_tree(
        shop,
        {
            "shop/broken.py": "from shop.order import Order\ndef f(:\n    pass\n",
            "shop/bytes.py": b"NAME = '\xff\xfe'\n",
            "shop/deep.py": "x = " + "(" * 10_000 + ")" * 10_000 + "\n",
            "shop/large.py": "# " + "x" * 20_000_000 + "\n",
        },
    )
    done = yandrel(shop, "survey")
    assert done.status == 0
    assert "shop/broken.py:2" in done.out
    assert "shop/bytes.py" in done.out
    assert "shop/large.py: 20 MB" in done.out
    moved = yandrel(shop, "move", "shop/app.py", "shop/web/app.py")
    assert moved.status == 0, moved.err
    refused = yandrel(shop, "move", "shop/order.py", "shop/sale.py")
    assert refused.status == 3
    assert "shop/broken.py:2" in refused.err


def test_empty_application(tmp_path: Path, yandrel: Yandrel) -> None:
    assert yandrel(tmp_path, "survey").status == 0
    checked = yandrel(tmp_path, "check")
    assert checked.status == 2
    assert "no source code here to check" in checked.err
    done = yandrel(tmp_path, "adopt")
    assert done.status == 3
    assert "no source code" in done.err


def test_links_are_not_followed(shop: Path, tmp_path: Path, yandrel: Yandrel) -> None:
    outside = write_tree(tmp_path / "outside", {"secret.py": "X = 1\n"})
    (shop / "loop").symlink_to(shop)
    (shop / "out").symlink_to(outside)
    done = yandrel(shop, "survey", "--why")
    assert done.status == 0
    assert "secret" not in done.out
    assert "3 files" in done.out
    assert yandrel(shop, "move", "shop/order.py", "out/").status == 3
    assert sorted(path.name for path in outside.iterdir()) == ["secret.py"]


@pytest.mark.skipif(os.geteuid() == 0, reason="root may write everywhere")
def test_folder_that_cannot_be_written(shop: Path, yandrel: Yandrel) -> None:
    yandrel(shop, "survey")
    (shop / "shop").chmod(0o555)
    try:
        done = yandrel(shop, "move", "shop/order.py", "shop/sale.py")
    finally:
        (shop / "shop").chmod(0o755)
    assert done.status == 3
    assert "cannot be written" in done.err


def test_second_yandrel_is_kept_out(shop: Path, yandrel: Yandrel) -> None:
    from yandrel.files.lock import hold_lock

    before = read_tree(shop)
    with hold_lock(shop):
        done = yandrel(shop, "move", "shop/order.py", "shop/sale.py")
    assert done.status == 3
    assert "another yandrel" in done.err
    assert read_tree(shop) == before


def test_a_fault_of_its_own_is_one_line(
    monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]
) -> None:
    def fail(*_: object, **__: object) -> None:
        raise KeyError("hive")

    monkeypatch.delenv("YANDREL_TRACE")
    monkeypatch.setattr(main.cli, "main", fail)
    with pytest.raises(SystemExit) as left:
        main.main()
    said = capsys.readouterr().err
    assert left.value.code == 70
    assert said.startswith("yandrel: a fault of its own: KeyError ('hive') at test_bad_input.py:")
    assert said.count("\n") == 1
    monkeypatch.setenv("YANDREL_TRACE", "1")
    with pytest.raises(KeyError):
        main.main()

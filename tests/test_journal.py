"""The journal: a cut at any write loses nothing; undo gives every byte back or refuses."""

import os
from collections.abc import Callable
from pathlib import Path

import pytest

from tests.conftest import Yandrel, read_tree, write_tree

FILES: dict[str, str | bytes] = {
    "shop/__init__.py": "",
    "shop/order.py": "class Order: ...\n",
    "shop/item.py": b"ITEM = 1\r\n",
    "shop/app.py": "from shop.order import Order\nfrom shop.item import ITEM\n",
}
MOVE = ("move", "shop/order.py", "shop/sales/order.py")


class CutError(BaseException):
    """The power went."""


@pytest.fixture
def shop(tmp_path: Path) -> Path:
    return write_tree(tmp_path / "app", FILES)


def cut_at(monkeypatch: pytest.MonkeyPatch, step: int) -> list[str]:
    """Make the n-th write, rename or removal the last thing that happens."""
    done: list[str] = []

    def wrap(name: str) -> Callable[..., object]:
        real = getattr(os, name)

        def call(*args: object, **options: object) -> object:
            if len(done) >= step:
                raise CutError
            done.append(name)
            return real(*args, **options)

        return call

    for name in ("replace", "unlink", "fsync", "rmdir"):
        monkeypatch.setattr(os, name, wrap(name))
    return done


def run_cut(shop: Path, monkeypatch: pytest.MonkeyPatch, step: int, *words: str) -> bool:
    """Run a command that is cut off at a step; whether it came to its end all the same."""
    from tests.conftest import run_yandrel

    with monkeypatch.context() as patch:
        cut_at(patch, step)
        try:
            run_yandrel(shop, *words)
        except CutError:
            return False
    return True


def test_a_cut_at_any_write_loses_nothing(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch, yandrel: Yandrel
) -> None:
    whole = write_tree(tmp_path / "whole", FILES)
    before = read_tree(whole)
    assert yandrel(whole, *MOVE).status == 0
    after = read_tree(whole)
    cut_off = 0
    for step in range(200):
        shop = write_tree(tmp_path / f"undo{step}", FILES)
        if run_cut(shop, monkeypatch, step, *MOVE):
            assert step > 10
            break
        twin = write_tree(tmp_path / f"finish{step}", FILES)
        run_cut(twin, monkeypatch, step, *MOVE)
        if yandrel(twin, "undo", "--finish").status == 0:
            cut_off += 1
            assert "was cut off" in yandrel(shop, "survey").err
            assert yandrel(shop, *MOVE).status == 3
            assert read_tree(twin) == after
            assert yandrel(shop, "undo").status == 0
        if read_tree(shop) == after:
            assert yandrel(shop, "undo").status == 0
        assert read_tree(shop) == before
        assert yandrel(shop, *MOVE).status == 0
        assert read_tree(shop) == after
    assert cut_off > 3


def test_a_cut_in_undo_loses_nothing(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch, yandrel: Yandrel
) -> None:
    for step in range(200):
        shop = write_tree(tmp_path / f"undo{step}", FILES)
        before = read_tree(shop)
        yandrel(shop, *MOVE)
        if run_cut(shop, monkeypatch, step, "undo"):
            break
        done = yandrel(shop, "undo")
        assert done.status in (0, 3), done.err
        assert read_tree(shop) == before
    assert step > 10


def test_undo_refuses_where_the_user_edited(shop: Path, yandrel: Yandrel) -> None:
    before = read_tree(shop)
    yandrel(shop, *MOVE)
    (shop / "shop/app.py").write_text("mine\n")
    done = yandrel(shop, "undo")
    assert done.status == 3
    assert "shop/app.py" in done.err
    assert yandrel(shop, "undo", "--keep", "shop/other.py").status == 2
    assert yandrel(shop, "undo", "--keep", "shop/app.py").status == 0
    after = read_tree(shop)
    assert after.pop("shop/app.py") == b"mine\n"
    before.pop("shop/app.py")
    assert after == before


def test_undo_discards_when_told(shop: Path, yandrel: Yandrel) -> None:
    before = read_tree(shop)
    yandrel(shop, *MOVE)
    (shop / "shop/app.py").write_text("mine\n")
    assert yandrel(shop, "undo", "--discard", "shop/app.py").status == 0
    assert read_tree(shop) == before


def test_back_through_several(shop: Path, yandrel: Yandrel) -> None:
    before = read_tree(shop)
    yandrel(shop, *MOVE)
    first = read_tree(shop)
    yandrel(shop, "move", "shop/item.py", "shop/goods/item.py")
    yandrel(shop, "move", "shop/sales/order.py:Order", ":Sale")
    history = yandrel(shop, "undo", "--history").out
    assert history.index("   3 ") < history.index("   2 ") < history.index("   1 ")
    assert yandrel(shop, "undo", "--to", "2").status == 0
    assert read_tree(shop) == first
    assert yandrel(shop, "undo").status == 0
    assert read_tree(shop) == before
    assert yandrel(shop, "undo").status == 3


def test_modes_are_kept(shop: Path, yandrel: Yandrel) -> None:
    (shop / "shop/order.py").chmod(0o755)
    yandrel(shop, *MOVE)
    assert (shop / "shop/sales/order.py").stat().st_mode & 0o777 == 0o755
    yandrel(shop, "undo")
    assert (shop / "shop/order.py").stat().st_mode & 0o777 == 0o755


def test_no_empty_folders_are_left(shop: Path, yandrel: Yandrel) -> None:
    write_tree(
        shop, {"shop/api/v1/__init__.py": "", "shop/api/__init__.py": "", "shop/api/v1/x.py": "X = 1\n"}
    )
    (shop / "shop/api/v1/__pycache__").mkdir()
    assert yandrel(shop, "move", "shop/api/", "shop/web").status == 0
    assert not (shop / "shop/api").exists()
    assert (shop / "shop/web/v1/x.py").exists()


def test_changes_between_plan_and_apply_are_refused(shop: Path) -> None:
    from yandrel.errors import RefusedError
    from yandrel.moves.apply import apply_changes
    from yandrel.moves.plan import FileChange

    change = FileChange("shop/order.py", "shop/sale.py", b"class Order: ...\n", b"new\n")
    (shop / "shop/order.py").write_text("edited meanwhile\n")
    with pytest.raises(RefusedError, match="has changed in the meantime"):
        apply_changes(shop, [change], "title", "command")
    assert (shop / "shop/order.py").read_text() == "edited meanwhile\n"


def test_then_takes_back_what_failed(shop: Path, yandrel: Yandrel) -> None:
    before = read_tree(shop)
    done = yandrel(
        shop, *MOVE, "--then", "echo junk > shop/app.py; echo new > shop/new.txt; rm shop/item.py; exit 5"
    )
    assert done.status == 4
    assert "status 5" in done.err
    assert read_tree(shop) == before
    assert yandrel(shop, *MOVE, "--then", "test -f shop/sales/order.py").status == 0
    assert (shop / "shop/sales/order.py").exists()


def test_full_disk_changes_nothing(shop: Path, monkeypatch: pytest.MonkeyPatch, yandrel: Yandrel) -> None:
    from yandrel.files.rooted import RootFolder

    before = read_tree(shop)
    create = RootFolder.create

    def full(self: RootFolder, path: str, data: bytes, mode: int | None = None) -> None:
        if "/after/" in path:
            raise OSError(28, "No space left on device")
        create(self, path, data, mode)

    with monkeypatch.context() as patch:
        patch.setattr(RootFolder, "create", full)
        done = yandrel(shop, *MOVE)
    assert done.status == 3
    assert "No space left" in done.err
    assert read_tree(shop) == before

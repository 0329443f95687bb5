"""Fixed and generated units, and standing in a folder below the root."""

from pathlib import Path

import pytest

from tests.conftest import Yandrel, read_tree, run_yandrel, write_tree

FILES: dict[str, str | bytes] = {
    "yandrel.toml": '[app]\nfixed = ["shop/migrations/**"]\ngenerated = ["shop/client/**"]\n',
    "shop/__init__.py": "",
    "shop/order.py": "class Order: ...\n",
    "shop/migrations/m1.py": "from shop.order import Order\n",
    "shop/client/api.py": "from shop.order import Order\n",
    "shop/web/views.py": "from shop.order import Order\n",
}


@pytest.fixture
def shop(tmp_path: Path) -> Path:
    return write_tree(tmp_path / "app", FILES)


def test_fixed_units_are_edited_and_never_moved(shop: Path, yandrel: Yandrel) -> None:
    assert yandrel(shop, "move", "shop/migrations/m1.py", "shop/m1.py").status == 3
    assert yandrel(shop, "move", "shop/order.py", "shop/sale.py").status == 0
    assert b"shop.sale" in read_tree(shop)["shop/migrations/m1.py"]


def test_generated_units_are_neither_moved_nor_edited(shop: Path, yandrel: Yandrel) -> None:
    assert yandrel(shop, "move", "shop/client/", "shop/api/").status == 3
    done = yandrel(shop, "move", "shop/order.py", "shop/sale.py")
    assert done.status == 0
    assert "make it anew" in done.out
    assert read_tree(shop)["shop/client/api.py"] == FILES["shop/client/api.py"].encode()  # type: ignore[union-attr]


def test_paths_from_a_folder_below(shop: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    import sys

    from yandrel.cli.main import main

    monkeypatch.chdir(shop / "shop")
    monkeypatch.setattr(sys, "argv", ["yandrel", "move", "order.py", "web/"])
    with pytest.raises(SystemExit) as done:
        main()
    assert done.value.code == 0
    assert (shop / "shop/web/order.py").exists()
    assert run_yandrel(shop, "undo").status == 0
    assert read_tree(shop) == {k: v.encode() if isinstance(v, str) else v for k, v in FILES.items()}

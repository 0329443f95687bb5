"""Move lists: refused as a whole, over the steps and lines that are at fault, before anything is done."""

from pathlib import Path

from tests.conftest import Yandrel, read_tree, write_tree
from yandrel.demo.copy import copy_waxmoor

TREE: dict[str, str | bytes] = {
    "app/__init__.py": "",
    "app/hive.py": "class Hive:\n    pass\n",
    "app/bee.py": "from app.hive import Hive\nprint(Hive)\n",
    "app/keeper.py": "class Keeper:\n    pass\n",
}


def run(tmp_path: Path, yandrel: Yandrel, text: str) -> tuple[int, str, bool]:
    root = write_tree(tmp_path / "app", {**TREE, "moves.toml": text})
    before = read_tree(root)
    done = yandrel(root, "move", "--list", "moves.toml")
    return done.status, done.err, read_tree(root) == before


def test_every_step_at_fault_is_named_with_its_line(tmp_path: Path, yandrel: Yandrel) -> None:
    text = (
        '[[step]]\ntitle = "Hives"\nmoves = ["app/hive.py -> app/hives/hive.py"]\n\n'
        '[[step]]\ntitle = "Bees"\nmoves = [\n  "app/keeper.py -> app/keepers/keeper.py",\n'
        '  "app/bees.py -> app/bees/bee.py",\n]\n\n'
        '[[step]]\ntitle = "More"\nmoves = ["app/hives/hive.py -> app/bee.py"]\n'
    )
    status, err, same = run(tmp_path, yandrel, text)
    assert (status, same) == (3, True)
    assert err.startswith(
        "yandrel: moves.toml:9: step 2: app/bees.py: no such file, folder or definition; 1 more of 3 steps"
    )
    assert "  moves.toml:14: step 3: app/bee.py: is there already" in err


def test_a_step_is_planned_on_what_the_step_before_leaves(tmp_path: Path, yandrel: Yandrel) -> None:
    text = (
        '[[step]]\nmoves = ["app/hive.py -> app/hives/hive.py"]\n\n'
        '[[step]]\nmoves = ["app/hives/hive.py -> app/homes/hive.py"]\n'
    )
    root = write_tree(tmp_path / "app", {**TREE, "moves.toml": text})
    assert yandrel(root, "move", "--list", "moves.toml").status == 0
    assert read_tree(root)["app/bee.py"] == b"from app.homes.hive import Hive\nprint(Hive)\n"


def test_a_list_that_adds_findings_is_refused_before_its_first_step(tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_waxmoor(root, layout=True)
    (root / "moves.toml").write_text(
        '[[step]]\nmoves = ["waxmoor/models/weight_validator.py"]\n\n'
        '[[step]]\nmoves = ["waxmoor/validators/hive_validator.py -> waxmoor/models/hive_validator.py"]\n'
    )
    before = read_tree(root)
    done = yandrel(root, "move", "--list", "moves.toml", "--no-new-findings")
    assert done.status == 3, done.out
    assert "would add 1 finding" in done.err
    assert read_tree(root) == before


def test_a_list_goes_on_where_it_was_carried_out_in_part(tmp_path: Path, yandrel: Yandrel) -> None:
    text = (
        '[[step]]\nmoves = ["app/hive.py -> app/hives/hive.py"]\n\n'
        '[[step]]\nmoves = [\n  "app/hives/hive.py -> app/homes/hive.py",\n'
        '  "app/keeper.py -> app/keepers/",\n]\n'
    )
    root = write_tree(tmp_path / "app", {**TREE, "moves.toml": text})
    assert yandrel(root, "move", "app/keeper.py", "app/keepers/").status == 0
    done = yandrel(root, "move", "--list", "moves.toml")
    assert done.status == 0, done.err
    assert "moves.toml:7  app/keeper.py -> app/keepers/  (is made already" in done.out
    assert (root / "app/homes/hive.py").is_file()
    again = yandrel(root, "move", "--list", "moves.toml")
    assert again.status == 3

"""Roles that only one application has."""

from pathlib import Path

from tests.conftest import Yandrel
from tests.unit.survey.test_found_homes import adopt, homes

NAMES = ("Hive", "Harvest", "Keeper", "Season", "Wax")


def test_a_folder_of_files_that_are_called_alike(tmp_path: Path, yandrel: Yandrel) -> None:
    files: dict[str, str | bytes] = {
        f"bridges/{name}Bridge.php": f"<?php\nclass {name}Bridge extends BridgeAbstract {{}}\n"
        for name in NAMES
    }
    files["bridges/notes.php"] = "<?php\nclass Notes {}\n"
    files["index.php"] = "<?php\n$bridge = new HiveBridge();\n"
    found = adopt(tmp_path, files, yandrel)
    assert homes(found, "bridge") == ["bridges/{Name}Bridge.php"]
    assert found["shape"]["bridge"] == {"type": "{Name}Bridge", "extends": "BridgeAbstract"}
    made = yandrel(tmp_path, "new", "bridge", "smoker", "--preview")
    assert "+++ b/bridges/SmokerBridge.php" in made.out


def test_endings_after_a_dot(tmp_path: Path, yandrel: Yandrel) -> None:
    files: dict[str, str | bytes] = {
        f"src/adapters/{name.lower()}.adapter.ts": f"export const keep{name} = 1;\n" for name in NAMES
    }
    assert homes(adopt(tmp_path, files, yandrel), "adapter") == ["src/adapters/{name}.adapter.ts"]


def test_a_few_that_are_called_alike_are_no_role(tmp_path: Path, yandrel: Yandrel) -> None:
    files: dict[str, str | bytes] = {
        f"bees/{name}Bee.php": f"<?php\nclass {name}Bee {{}}\n" for name in NAMES[:4]
    }
    files |= {f"wax/{name}Wax.php": f"<?php\nclass {name}Wax {{}}\n" for name in NAMES}
    files |= {f"wax/{name}.php": f"<?php\nclass {name} {{}}\n" for name in NAMES}
    assert not {"bee", "wax"} & adopt(tmp_path, files, yandrel)["roles"].keys()

"""One new unit where its neighbours stand elsewhere: it fits the place that it goes to."""

from pathlib import Path

from tests.conftest import Yandrel, write_tree

PHP: dict[str, str | bytes] = {
    "composer.json": '{"autoload": {"psr-4": {"Waxmoor\\\\": "src/"}}}\n',
    "yandrel.toml": '[roles]\ncontroller = ["src/Controllers/{Name}Controller.php", "src/Controllers/**"]\n',
    "src/Controllers/Admin/HivesController.php": (
        "<?php\n\nnamespace Waxmoor\\Controllers\\Admin;\n\nclass HivesController extends Guarded\n{\n}\n"
    ),
    "src/Controllers/Admin/Guarded.php": (
        "<?php\n\nnamespace Waxmoor\\Controllers\\Admin;\n\nabstract class Guarded\n{\n}\n"
    ),
}
JAVA: dict[str, str | bytes] = {
    "yandrel.toml": '[roles]\ncommand = "src/main/java/waxmoor/{domain}/{Name}Command.java"\n',
    "src/main/java/waxmoor/hives/OpenCommand.java": (
        "package waxmoor.hives;\n\npublic class OpenCommand extends HiveCommand {\n}\n"
    ),
    "src/main/java/waxmoor/hives/HiveCommand.java": (
        "package waxmoor.hives;\n\npublic abstract class HiveCommand {\n}\n"
    ),
}


def test_namespace_name_and_base_fit_the_place(tmp_path: Path, yandrel: Yandrel) -> None:
    root = write_tree(tmp_path, PHP)
    assert yandrel(root, "new", "controller", "keeper").status == 0
    text = (root / "src/Controllers/KeeperController.php").read_text()
    assert "namespace Waxmoor\\Controllers;" in text
    assert "class KeeperController\n{" in text
    assert yandrel(root, "check").status == 0


def test_a_base_that_the_new_package_does_not_see_is_left_out(tmp_path: Path, yandrel: Yandrel) -> None:
    root = write_tree(tmp_path, JAVA)
    assert yandrel(root, "new", "command", "keepers/greet").status == 0
    text = (root / "src/main/java/waxmoor/keepers/GreetCommand.java").read_text()
    assert "package waxmoor.keepers;" in text
    assert "public class GreetCommand {" in text
    assert yandrel(root, "new", "command", "hives/close").status == 0
    assert (
        "CloseCommand extends HiveCommand"
        in (root / "src/main/java/waxmoor/hives/CloseCommand.java").read_text()
    )


def test_a_domain_needs_a_place_in_the_home(tmp_path: Path, yandrel: Yandrel) -> None:
    done = yandrel(write_tree(tmp_path, PHP), "new", "controller", "keepers/greet")
    assert done.status == 2
    assert "has no place for a domain" in done.err


def test_go_types_keep_what_they_are(tmp_path: Path, yandrel: Yandrel) -> None:
    files: dict[str, str | bytes] = {
        "go.mod": "module example.org/waxmoor\n\ngo 1.20\n",
        "yandrel.toml": '[roles]\nservice = "{domain}/{name}_service.go"\n',
        "hives/hive_service.go": (
            "package hives\n\ntype box int\n\ntype HiveService box\n\ntype HiveServiceOptions struct {\n}\n"
        ),
    }
    root = write_tree(tmp_path, files)
    assert yandrel(root, "new", "service", "keepers/keeper").status == 0
    text = (root / "keepers/keeper_service.go").read_text()
    assert text.startswith("package keepers\n")
    assert "type KeeperServiceOptions struct {" in text

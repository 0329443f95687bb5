"""Domains by folders and names: modules beside each other, layers by any name, compounds."""

from collections.abc import Iterable
from pathlib import Path

from tests.conftest import write_tree
from yandrel.app.workspace import Workspace

TEXT = "class Thing:\n    def show(self):\n        return 1\n"


def domains(root: Path, paths: Iterable[str]) -> dict[str, str]:
    files: dict[str, str | bytes] = dict.fromkeys(paths, TEXT)
    picture = Workspace.open(str(write_tree(root, files))).picture
    return {path: picture.domain(path) for path in files}


def test_folders_that_hold_files_of_the_same_names_are_modules(tmp_path: Path) -> None:
    vendors = ("acme", "birch", "cedar", "delta", "elm", "fern")
    found = domains(
        tmp_path,
        [
            *(f"coop/scales/{vendor}/{name}.py" for vendor in vendors for name in ("reading", "weighing")),
            *(
                "coop/hives/models.py",
                "coop/hives/views.py",
                "coop/keepers/models.py",
                "coop/keepers/views.py",
            ),
        ],
    )
    assert {found[f"coop/scales/{vendor}/reading.py"] for vendor in vendors} == set(vendors)
    assert found["coop/hives/views.py"] == "hives"


def test_what_stands_where_modules_do_is_one_even_when_it_is_called_like_a_role(tmp_path: Path) -> None:
    names = ("events", "hives", "keepers", "seasons", "harvests")
    found = domains(tmp_path, [f"coop/modules/{n}/{part}.py" for n in names for part in ("views", "sizes")])
    assert {found[f"coop/modules/{name}/views.py"] for name in names} == set(names)


def test_folder_whose_names_recur_beside_it_is_a_layer_whatever_it_is_called(tmp_path: Path) -> None:
    concepts = ("hive", "keeper", "harvest", "season", "label")
    layers = ("presenters", "keepings", "models")
    found = domains(tmp_path, [f"coop/{layer}/{name}.py" for layer in layers for name in concepts])
    assert found["coop/keepings/harvest.py"] == "harvests"
    assert found["coop/presenters/hive.py"] == "hives"


def test_compound_stays_whole_unless_its_first_part_is_known_elsewhere(tmp_path: Path) -> None:
    found = domains(
        tmp_path,
        [
            *("coop/async_events/manager.py", "coop/async_events/views.py", "coop/async_events/models.py"),
            *("coop/hive_services/weigh.py", "coop/hives/views.py", "coop/hives/models.py"),
            *("coop/keepers/views.py", "coop/keepers/models.py"),
        ],
    )
    assert found["coop/async_events/views.py"] == "async_events"
    assert found["coop/hive_services/weigh.py"] == "hives"


def test_file_that_alone_is_about_a_thing_says_its_domain_among_controllers(tmp_path: Path) -> None:
    found = domains(
        tmp_path,
        [
            *("coop/controllers/hive.py", "coop/models/hive.py", "coop/services/hive.py"),
            *("coop/controllers/lint.py", "coop/utils/lint_text.py"),
        ],
    )
    assert found["coop/controllers/lint.py"] in ("lint", "lints")
    assert found["coop/utils/lint_text.py"] == "shared"

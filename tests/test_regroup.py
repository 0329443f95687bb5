"""Regroup: the way to another layout, forecast, written down, carried out, and back."""

import json
import subprocess
import sys
from pathlib import Path

import pytest

from tests.conftest import Yandrel, read_tree, run_yandrel, write_tree
from yandrel.demo.copy import copy_waxmoor

LANGUAGES = ["python", "php", "javascript", "typescript", "java", "kotlin", "csharp", "go", "swift"]
OWN = ("yandrel.toml", "yandrel.accepted.toml")


def copy_with_layout(root: Path, language: str = "python") -> Path:
    """Copy Waxmoor with its layout; the validator among the models goes home."""
    copy_waxmoor(root, language, layout=True)
    name = next(
        p for p in root.rglob("*") if p.stem.lower().replace("-", "").replace("_", "") == "weightvalidator"
    )
    assert run_yandrel(root, "move", name.relative_to(root).as_posix()).status == 0
    return root


def report_of(done: object) -> dict[str, list[dict[str, object]]]:
    found: dict[str, list[dict[str, object]]] = json.loads(done.out)  # type: ignore[attr-defined]
    return found


@pytest.fixture
def waxmoor_toml(tmp_path: Path) -> Path:
    return copy_with_layout(tmp_path / "waxmoor")


def test_the_forecast_changes_nothing_and_tells_the_gain(waxmoor_toml: Path, yandrel: Yandrel) -> None:
    before = read_tree(waxmoor_toml)
    done = yandrel(waxmoor_toml, "regroup", "--to", "domain-first")
    assert done.status == 0
    assert done.out.startswith("Waxmoor, role-first: 34 files of 4 domains would move to domain-first;")
    assert "  folders a domain, on average                5.8   1.0\n" in done.out
    assert "  20 routes before and after, the same.\n" in done.out
    assert "  waxmoor/models/base_model.py: harvests, hives, inspections and 1 more use it\n" in done.out
    assert read_tree(waxmoor_toml) == before


def test_waxmoor_goes_to_domain_first_and_works(waxmoor_toml: Path, yandrel: Yandrel) -> None:
    before = read_tree(waxmoor_toml)
    done = yandrel(waxmoor_toml, "regroup", "--to", "domain-first", "--carry-out")
    assert done.status == 0, done.err
    there = {path for path in read_tree(waxmoor_toml) if path.startswith("waxmoor/hives/")}
    assert there == {
        "waxmoor/hives/__init__.py",
        "waxmoor/hives/hive.py",
        "waxmoor/hives/hive_controller.py",
        "waxmoor/hives/hive_repository.py",
        "waxmoor/hives/hive_routes.py",
        "waxmoor/hives/hive_schema.py",
        "waxmoor/hives/hive_service.py",
        "waxmoor/hives/hive_validator.py",
    }
    assert not (waxmoor_toml / "waxmoor/models").exists()
    tests = subprocess.run(
        [sys.executable, "-m", "pytest", "-q", "-p", "no:cacheprovider"],
        cwd=waxmoor_toml,
        check=False,
        capture_output=True,
    )
    assert tests.returncode == 0, tests.stdout.decode()
    assert yandrel(waxmoor_toml, "undo", "--to", "2").status == 0
    left = {path: text for path, text in read_tree(waxmoor_toml).items() if "__pycache__" not in path}
    assert left == before


def test_the_layout_is_rewritten_with_its_comments(waxmoor_toml: Path, yandrel: Yandrel) -> None:
    config = waxmoor_toml / "yandrel.toml"
    text = config.read_text()
    line = 'service = "waxmoor/services/{name}_service.py"'
    config.write_text(text.replace(line, line + "  # knows no requests"))
    yandrel(waxmoor_toml, "regroup", "--to", "domain-first", "--carry-out")
    after = config.read_text()
    assert 'service = "waxmoor/{domain}/{name}_service.py"  # knows no requests\n' in after
    assert after.startswith("# The layout that Waxmoor is meant to have.\n")
    assert 'model = ["waxmoor/{domain}/{domain:singular}.py", "waxmoor/shared/base_model.py"]\n' in after
    assert 'may = [\n  "entry -> *",\n' in after
    found = yandrel(waxmoor_toml, "check", "--format", "json")
    rules = {finding["rule"] for finding in report_of(found)["findings"]}
    assert not rules & {"misplaced", "domain-crossing"}


@pytest.mark.parametrize("language", LANGUAGES)
def test_there_and_back_are_the_same_files(language: str, tmp_path: Path, yandrel: Yandrel) -> None:
    root = copy_with_layout(tmp_path / language, language)
    before = read_tree(root)
    there = yandrel(root, "regroup", "--to", "domain-first", "--carry-out", "--keep-routes")
    assert there.status == 0, there.err
    assert "Cannot move yet" not in there.out
    assert any("hives/" in path.lower() for path in read_tree(root))
    assert not yandrel(root, "check", "--format", "json").err
    back = yandrel(root, "regroup", "--to", "role-first", "--carry-out", "--keep-routes")
    assert back.status == 0, back.err
    after = read_tree(root)
    assert set(after) == set(before)
    yandrel(root, "undo", "--to", "2")
    assert read_tree(root) == before


def test_python_comes_back_to_the_byte(waxmoor_toml: Path, yandrel: Yandrel) -> None:
    before = read_tree(waxmoor_toml)
    yandrel(waxmoor_toml, "regroup", "--to", "domain-first", "--carry-out")
    yandrel(waxmoor_toml, "regroup", "--to", "role-first", "--carry-out")
    after = read_tree(waxmoor_toml)
    assert {p: t for p, t in after.items() if p not in OWN} == {
        p: t for p, t in before.items() if p not in OWN
    }


def test_one_domain_goes_and_both_homes_are_known(waxmoor_toml: Path, yandrel: Yandrel) -> None:
    done = yandrel(waxmoor_toml, "regroup", "--to", "domain-first", "--only", "keepers", "--carry-out")
    assert done.status == 0, done.err
    assert (waxmoor_toml / "waxmoor/keepers/keeper.py").is_file()
    assert (waxmoor_toml / "waxmoor/models/hive.py").is_file()
    text = (waxmoor_toml / "yandrel.toml").read_text()
    assert 'service = ["waxmoor/{domain}/{name}_service.py", "waxmoor/services/{name}_service.py"]\n' in text
    found = report_of(yandrel(waxmoor_toml, "check", "--format", "json"))["findings"]
    assert not [f for f in found if "keepers/" in str(f["unit"]) and f["rule"] == "misplaced"]


def test_a_list_is_written_edited_and_carried_out(waxmoor_toml: Path, yandrel: Yandrel) -> None:
    done = yandrel(waxmoor_toml, "regroup", "--to", "domain-first", "--write-list", "moves.toml")
    assert "Next: `yandrel move --list moves.toml`" in done.out
    path = waxmoor_toml / "moves.toml"
    text = path.read_text()
    assert "# validator, likely: only harvests uses it" not in text
    kept = [line for line in text.splitlines(keepends=True) if "waxmoor/hives/hive_schema.py" not in line]
    path.write_text("".join(kept))
    assert yandrel(waxmoor_toml, "move", "--list", "moves.toml").status == 0
    assert (waxmoor_toml / "waxmoor/schemas/hive_schema.py").is_file()
    assert (waxmoor_toml / "waxmoor/hives/hive_routes.py").is_file()
    assert path.read_text() == "".join(kept)


def test_a_file_that_is_no_list_is_not_written_over(waxmoor_toml: Path, yandrel: Yandrel) -> None:
    done = yandrel(waxmoor_toml, "regroup", "--to", "domain-first", "--write-list", "pyproject.toml")
    assert done.status == 3
    assert "is there already, and is no move list" in done.err


def test_homes_in_a_list_must_be_texts(waxmoor_toml: Path, yandrel: Yandrel) -> None:
    text = '[[step]]\nmoves = ["waxmoor/ledger.py -> waxmoor/shared/ledger.py"]\n[step.homes]\nmodel = 3\n'
    (waxmoor_toml / "moves.toml").write_text(text)
    done = yandrel(waxmoor_toml, "move", "--list", "moves.toml")
    assert done.status == 2
    assert "moves.toml: step 1: homes of model must be texts" in done.err


FILE_LAYOUT = """\
[app]
name = "Waxmoor"

[roles]
controller = "waxmoor/{domain}/handlers.py"
service = "waxmoor/{domain}/work.py"
"""


def test_a_file_says_the_names_too(waxmoor_toml: Path, yandrel: Yandrel) -> None:
    (waxmoor_toml / "target.toml").write_text(FILE_LAYOUT)
    done = yandrel(waxmoor_toml, "regroup", "--to", "target.toml", "--carry-out")
    assert done.status == 0, done.err
    assert (waxmoor_toml / "waxmoor/hives/handlers.py").is_file()
    assert (waxmoor_toml / "waxmoor/harvests/work.py").is_file()
    assert (waxmoor_toml / "waxmoor/models/hive.py").is_file()


def test_two_files_for_one_place_are_both_named(waxmoor_toml: Path, yandrel: Yandrel) -> None:
    (waxmoor_toml / "target.toml").write_text('[roles]\nservice = "waxmoor/services.py"\n')
    done = yandrel(waxmoor_toml, "regroup", "--to", "target.toml")
    assert done.status == 2
    assert "target.toml: sends waxmoor/services/" in done.err
    assert "to one place, waxmoor/services.py, and 2 more such pairs" in done.err


@pytest.mark.parametrize(
    ("words", "status", "message"),
    [
        (["--to", "domainfirst"], 2, "domainfirst: is no layout; did you mean domain-first?"),
        (["--to", "domain-first", "--only", "hvs"], 2, "no file of a domain 'hvs' would move"),
        (["--to", "pyproject.toml"], 2, "pyproject.toml"),
        (["--to", "domain-first", "--then", "true"], 2, "belong to --carry-out"),
    ],
)
def test_bad_calls(words: list[str], status: int, message: str, waxmoor_toml: Path, yandrel: Yandrel) -> None:
    done = yandrel(waxmoor_toml, "regroup", *words)
    assert (done.status, message in done.err) == (status, True), done.err


def test_a_failing_command_takes_its_step_back(waxmoor_toml: Path, yandrel: Yandrel) -> None:
    command = "test ! -d waxmoor/keepers"
    done = yandrel(waxmoor_toml, "regroup", "--to", "domain-first", "--carry-out", "--then", command)
    assert done.status == 4
    assert "steps are carried out" in done.err
    assert not (waxmoor_toml / "waxmoor/keepers").exists()
    assert (waxmoor_toml / "waxmoor/shared/base_model.py").is_file()


REEXPORTING: dict[str, str | bytes] = {
    "shop/__init__.py": "",
    "shop/models/__init__.py": "from shop.models.hive import Hive\nfrom shop.models.keeper import Keeper\n",
    "shop/models/base.py": "class Base:\n    pass\n",
    "shop/models/hive.py": "from shop.models.base import Base\n\n\nclass Hive(Base):\n    number = 1\n",
    "shop/models/keeper.py": "from shop.models.base import Base\n\n\nclass Keeper(Base):\n    name = ''\n",
    "shop/services/__init__.py": "from shop.services import hive_service, keeper_service\n",
    "shop/services/hive_service.py": (
        "from shop.models import Hive\n\n\nclass HiveService:\n"
        "    def all(self) -> list[Hive]:\n        return []\n"
    ),
    "shop/services/keeper_service.py": (
        "from shop.models import Keeper\n\n\nclass KeeperService:\n"
        "    def all(self) -> list[Keeper]:\n        return []\n"
    ),
    "shop/main.py": (
        "import shop.models\nfrom shop import services\n\n"
        "print(services.hive_service.HiveService(), shop.models.hive.Hive())\n"
    ),
    "yandrel.toml": (
        '[app]\nname = "Shop"\n\n[roles]\nentry = "shop/main.py"\nmodel = "shop/models/{name}.py"\n'
        'service = "shop/services/{name}_service.py"\n'
    ),
}


def start(root: Path) -> subprocess.CompletedProcess[bytes]:
    return subprocess.run(
        [sys.executable, "-B", "-m", "shop.main"], check=False, cwd=root, capture_output=True
    )


def test_packages_stop_handing_on_what_leaves(tmp_path: Path, yandrel: Yandrel) -> None:
    root = write_tree(tmp_path / "shop", REEXPORTING)
    before = start(root)
    done = yandrel(root, "regroup", "--to", "domain-first", "--carry-out")
    assert done.status == 0, done.err
    after = read_tree(root)
    assert b"from shop.hives.hive import Hive\n" in after["shop/hives/hive_service.py"]
    assert b"Hive\n" not in after["shop/models/__init__.py"]
    assert b"hive_service" in after["shop/services/__init__.py"]
    run = start(root)
    assert run.returncode == before.returncode == 0, run.stderr.decode()


def test_tests_go_along_where_their_folders_mirror(tmp_path: Path, yandrel: Yandrel) -> None:
    tree = {
        **REEXPORTING,
        "tests/services/test_hive_service.py": (
            "from shop.services.hive_service import HiveService\n\n\n"
            "def test_none():\n    assert HiveService().all() == []\n"
        ),
    }
    root = write_tree(tmp_path / "shop", tree)
    assert yandrel(root, "regroup", "--to", "domain-first", "--carry-out").status == 0
    text = read_tree(root)["tests/hives/test_hive_service.py"]
    assert text.startswith(b"from shop.hives.hive_service import HiveService\n")


def test_what_cannot_move_says_why(tmp_path: Path, yandrel: Yandrel) -> None:
    tree = {**REEXPORTING, "shop/hives/hive.py": "taken = True\n"}
    root = write_tree(tmp_path / "shop", tree)
    done = yandrel(root, "regroup", "--to", "domain-first")
    assert done.status == 0
    assert "Cannot move yet (1 file)\n  shop/models/hive.py -> shop/hives/hive.py\n" in done.out
    assert "      shop/hives/hive.py: is there already\n" in done.out


def test_a_move_takes_exceptions_and_accepted_findings_along(waxmoor: Path, yandrel: Yandrel) -> None:
    assert yandrel(waxmoor, "adopt", "--accept").status == 0
    config = waxmoor / "yandrel.toml"
    config.write_text(
        config.read_text()
        + '\n[[except]]\nrule = "wrong-way"\nfrom = "waxmoor/models/harvest.py"\nwhy = "until spring"\n'
    )
    old, new = "waxmoor/models/harvest.py", "waxmoor/own/harvest.py"
    assert f"wrong-way {old} -> " in (waxmoor / "yandrel.accepted.toml").read_text()
    done = yandrel(waxmoor, "move", old, "waxmoor/own/")
    assert done.status == 0, done.err
    assert f'from = "{new}"\n' in config.read_text()
    accepted = (waxmoor / "yandrel.accepted.toml").read_text()
    assert f"wrong-way {new} -> " in accepted
    assert old not in accepted


def test_the_figures_of_a_layout_to_come(waxmoor_toml: Path, yandrel: Yandrel) -> None:
    done = yandrel(waxmoor_toml, "survey", "--against", "domain-first")
    assert done.status == 0
    assert "now  domain-first  change\n" in done.out
    assert "folders a domain, on average         5.8           1.0    -4.8\n" in done.out


def test_one_file_of_many_models_goes_to_its_domains(tmp_path: Path, yandrel: Yandrel) -> None:
    routers = {
        f"app/routers/{name}s.py": (
            f"from fastapi import APIRouter\n\nfrom app import models\n\n"
            f"router = APIRouter(prefix='/{name}s')\n\n\n"
            f"@router.get('/')\ndef list_{name}s() -> str:\n    return models.{name.title()}.__name__\n"
        )
        for name in ("hive", "keeper", "harvest")
    }
    models = "".join(
        f"class {name}(Base):\n    pass\n\n\n" for name in ("Hive", "HiveNote", "Keeper", "Harvest")
    )
    tree: dict[str, str | bytes] = {
        "app/__init__.py": "",
        "app/routers/__init__.py": "",
        "app/models.py": "class Base:\n    pass\n\n\n" + models.rstrip("\n") + "\n",
        "app/main.py": (
            "from fastapi import FastAPI\n\nfrom app.routers import harvests, hives, keepers\n\n"
            "app = FastAPI()\n"
            "app.include_router(hives.router)\napp.include_router(keepers.router)\n"
            "app.include_router(harvests.router)\n"
        ),
        **routers,
    }
    root = write_tree(tmp_path / "shop", tree)
    done = yandrel(root, "regroup", "--to", "domain-first", "--carry-out", "--keep-routes")
    assert done.status == 0, done.err
    after = read_tree(root)
    assert after["app/models.py"] == b"class Base:\n    pass\n"
    assert after["app/hives/models.py"].startswith(b"from app.models import Base\n\n\nclass Hive(Base):")
    assert b"class HiveNote(Base):" in after["app/hives/models.py"]
    assert "app/keepers/keepers_routes.py" in after
    words = [sys.executable, "-B", "-c", "import app.main"]
    run = subprocess.run(words, check=False, cwd=root, capture_output=True, text=True)
    assert run.returncode == 0, run.stderr
    assert yandrel(root, "undo", "--to", "1").status == 0
    assert read_tree(root) == {path: text.encode() for path, text in tree.items() if isinstance(text, str)}


def test_survey_says_how_far_the_journey_is(waxmoor: Path, yandrel: Yandrel) -> None:
    assert yandrel(waxmoor, "adopt").status == 0
    assert "On the way" not in yandrel(waxmoor, "survey").out
    done = yandrel(waxmoor, "regroup", "--to", "domain-first", "--only", "harvests", "--carry-out")
    assert done.status == 0, done.err
    report = json.loads(yandrel(waxmoor, "survey", "--format", "json").out)
    assert report["arrived"] >= 6
    assert report["waiting"] > report["arrived"]
    shown = yandrel(waxmoor, "survey").out
    total = report["arrived"] + report["waiting"]
    assert f"On the way to a folder a domain: {report['arrived']} of {total} files are there" in shown
    assert yandrel(waxmoor, "regroup", "--to", "domain-first", "--carry-out").status == 0
    assert json.loads(yandrel(waxmoor, "survey", "--format", "json").out)["waiting"] == 0

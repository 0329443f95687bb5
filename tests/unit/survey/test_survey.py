"""Roles, domains and arrangement, read out of small applications."""

import json
from pathlib import Path

import pytest

from tests.conftest import Yandrel, write_tree

HANDLER = "from flask import Blueprint\n\n{0} = Blueprint('{0}', __name__)\n\n\n@{0}.get('/')\ndef list_{0}(): ...\n"
SERVICE = "class {0}Service:\n    def add(self): ...\n"
MODEL = "from django.db import models\n\n\nclass {0}(models.Model): ...\n"


def survey(root: Path, yandrel: Yandrel, *words: str) -> dict[str, object]:
    found: dict[str, object] = json.loads(yandrel(root, "survey", *words, "--format", "json").out)
    return found


def application(pattern: dict[str, str]) -> dict[str, str | bytes]:
    files: dict[str, str | bytes] = {}
    for one, many in (("hive", "hives"), ("harvest", "harvests"), ("keeper", "keepers")):
        for place, text in pattern.items():
            path = place.format(one=one, many=many)
            files[path] = text.format(many if "Blueprint" in text else one.capitalize())
    return files


ROLE_FIRST = application(
    {
        "app/routes/{one}_routes.py": HANDLER,
        "app/services/{one}_service.py": SERVICE,
        "app/models/{one}.py": MODEL,
    }
)
DOMAIN_FIRST = application(
    {"app/{many}/routes.py": HANDLER, "app/{many}/service.py": SERVICE, "app/{many}/models.py": MODEL}
)


@pytest.mark.parametrize(
    ("files", "arrangement", "spread"), [(ROLE_FIRST, "role-first", 3.0), (DOMAIN_FIRST, "domain-first", 1.0)]
)
def test_arrangement(
    tmp_path: Path, yandrel: Yandrel, files: dict[str, str | bytes], arrangement: str, spread: float
) -> None:
    report = survey(write_tree(tmp_path, files), yandrel)
    assert report["arrangement"] == arrangement
    assert report["mean_spread"] == spread
    assert [d["domain"] for d in report["domains"]] == ["harvests", "hives", "keepers"]  # type: ignore[index, attr-defined]
    assert {r["role"]: r["units"] for r in report["roles"]} == {"model": 3, "route": 3, "service": 3}  # type: ignore[index, attr-defined]
    assert report["routes"] == 3


def test_both_together_are_mixed(tmp_path: Path, yandrel: Yandrel) -> None:
    files = {**ROLE_FIRST, **DOMAIN_FIRST}
    assert survey(write_tree(tmp_path, files), yandrel)["arrangement"] == "mixed"


def test_one_file(tmp_path: Path, yandrel: Yandrel) -> None:
    text = (
        MODEL.format("Hive")
        + SERVICE.format("Hive")
        + "class HiveSchema: ...\n" * 3
        + "def validate_hive(): ...\n"
    )
    report = survey(write_tree(tmp_path, {"app.py": text}), yandrel)
    assert report["arrangement"] == "one file"


@pytest.mark.parametrize(
    ("path", "text", "role"),
    [
        ("app/views.py", "class HiveView(APIView): ...\n", "controller"),
        ("app/urls.py", "urlpatterns = [path('a', f), path('b', g)]\n", "route"),
        ("app/serializers.py", "class HiveSerializer(Serializer): ...\n", "schema"),
        ("app/things.py", "from pydantic import BaseModel\n\n\nclass Hive(BaseModel): ...\n", "schema"),
        ("app/things.py", "from .base import Model\n\n\nclass Hive(Model):\n    name = Column()\n", "model"),
        ("app/things.py", "class HiveRepository: ...\n", "repository"),
        ("app/middleware.py", "class KeyMiddleware: ...\n", "middleware"),
        ("app/migrations/0001_x.py", "class Migration(migrations.Migration): ...\n", "migration"),
        ("tests/test_x.py", "def test_x(): ...\n", "test"),
        ("app/main.py", "app = FastAPI()\n", "entry"),
        ("app/settings.py", "DEBUG = True\n", "config"),
        ("app/tasks.py", "@shared_task\ndef send(): ...\n", "task"),
        ("app/odd.py", "def odd(): ...\n", ""),
    ],
)
def test_roles_by_evidence(tmp_path: Path, yandrel: Yandrel, path: str, text: str, role: str) -> None:
    root = write_tree(tmp_path, {path: text})
    rows = survey(root, yandrel, "--why")["units_listed"]
    assert [(row["unit"], row["role"]) for row in rows] == [(path, role)]  # type: ignore[attr-defined, index]
    assert bool(rows[0]["why"]) is bool(role)  # type: ignore[index]


def test_actions_are_named_without_the_domain(tmp_path: Path, yandrel: Yandrel) -> None:
    files = dict(DOMAIN_FIRST)
    files["app/hives/routes.py"] = (
        HANDLER.format("hives") + "\n\ndef give_up_hive(): ...\n\n\ndef _private(): ...\n"
    )
    rows = survey(write_tree(tmp_path, files), yandrel)["domains"]
    actions = {row["domain"]: row["actions"] for row in rows}  # type: ignore[attr-defined, index]
    assert actions["hives"] == ["give_up", "list"]


def test_making_a_thing_is_no_action(tmp_path: Path, yandrel: Yandrel) -> None:
    text = "export class HiveService {\n  constructor() {}\n  init() {}\n  giveUp() {}\n}\n"
    files: dict[str, str | bytes] = {
        "src/hives/service.ts": text,
        "src/hives/model.ts": "export class Hive {}\n",
    }
    rows = survey(write_tree(tmp_path, files), yandrel)["domains"]
    assert [row["actions"] for row in rows] == [["give_up"]]  # type: ignore[attr-defined, index]


def test_text_fits_eighty_columns(waxmoor: Path, yandrel: Yandrel) -> None:
    for words in (("survey",), ("survey", "--why"), ("check",), ("undo", "--history")):
        done = yandrel(waxmoor, *words)
        assert all(len(line) <= 80 for line in done.out.splitlines()), words
        assert "\x1b" not in done.out


def test_adopted_homes_fit_what_is_there(tmp_path: Path, yandrel: Yandrel) -> None:
    for name, files in (("role", ROLE_FIRST), ("domain", DOMAIN_FIRST)):
        root = write_tree(tmp_path / name, files)
        assert yandrel(root, "adopt").status == 0
        text = (root / "yandrel.toml").read_text()
        expected = '"app/services/{name}_service.py"' if name == "role" else '"app/{domain}/service.py"'
        assert f"service = {expected}  # 3 files fit" in text
        assert yandrel(root, "check").status == 0


def test_names_of_the_network_are_no_domains(tmp_path: Path, yandrel: Yandrel) -> None:
    files: dict[str, str | bytes] = {}
    for top in ("org/waxmoor", "coop/bees"):
        for domain in ("hives", "harvests", "keepers"):
            for role in ("Controller", "Service", "Repository"):
                name = domain[:-1].capitalize() + role
                package = f"{top}/{domain}".replace("/", ".")
                files[f"java/{top}/{domain}/{name}.java"] = (
                    f"package {package};\n\npublic class {name} {{\n}}\n"
                )
    found = survey(write_tree(tmp_path, files), yandrel)
    domains = found["domains"]
    assert isinstance(domains, list)
    assert {domain["domain"] for domain in domains} == {"hives", "harvests", "keepers"}


PHP = "<?php\n\nnamespace Waxmoor\\{0};\n\n{1} {2}\n{{\n}}\n"


def test_a_root_that_says_what_follows_from_another_hides_no_folder(tmp_path: Path, yandrel: Yandrel) -> None:
    maps = {"Waxmoor\\": "app/", "Waxmoor\\Hive\\": "app/Hive/", "Waxmoor\\Keeper\\": "app/Keeper/"}
    files: dict[str, str | bytes] = {"composer.json": json.dumps({"autoload": {"psr-4": maps}})}
    for name in ("Hive", "Keeper"):
        files[f"app/{name}/{name}.php"] = PHP.format(name, "class", name)
        files[f"app/{name}/{name}FileService.php"] = PHP.format(name, "class", f"{name}FileService")
        files[f"app/{name}/{name}ServiceInterface.php"] = PHP.format(
            name, "interface", f"{name}ServiceInterface"
        )
        files[f"app/{name}/Scale.php"] = PHP.format(name, "class", "Scale")
        files[f"app/Front/{name}Controller.php"] = PHP.format("Front", "class", f"{name}Controller")
    report = survey(write_tree(tmp_path, files), yandrel)
    assert [d["domain"] for d in report["domains"]] == ["hive", "keeper"]  # type: ignore[index, attr-defined]
    assert {r["role"]: r["units"] for r in report["roles"]} == {"controller": 2, "service": 4}  # type: ignore[index, attr-defined]
    assert report["without_domain"] == 0


@pytest.mark.parametrize(
    "text",
    [
        "exports.listHives = (req, res) => res.json([]);\nexports.addHive = (req, res) => res.json({});\n",
        "module.exports = {\n  listHives(req, res) {},\n  addHive: async (req, res) => {},\n};\n",
        "const hives = {\n  listHives(req, res) {},\n  addHive: (req, res) => {},\n};\nmodule.exports = hives;\n",
        "export default {\n  async listHives(req, res) {},\n  addHive: (req, res) => {},\n};\n",
    ],
)
def test_what_is_done_is_told_however_handlers_are_exported(
    tmp_path: Path, yandrel: Yandrel, text: str
) -> None:
    files: dict[str, str | bytes] = {
        "package.json": '{"name": "waxmoor"}',
        "controllers/hiveController.js": text,
        "models/hive.js": "class Hive {}\nmodule.exports = Hive;\n",
    }
    report = survey(write_tree(tmp_path, files), yandrel)
    assert [(d["domain"], d["actions"]) for d in report["domains"]] == [("hives", ["add", "list"])]  # type: ignore[attr-defined]

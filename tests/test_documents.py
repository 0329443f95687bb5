"""What is written down agrees with the program: schemas, rules, commands, the README's two commands."""

import json
import re
import subprocess
import sys
from pathlib import Path

import jsonschema
import pytest

from tests.conftest import Yandrel
from tools.write_docs import DOCS, rules_page, schema_text
from yandrel.cli.main import COMMANDS
from yandrel.demo.copy import copy_waxmoor
from yandrel.render.json_text import REPORTS

ROOT = DOCS.parent


def test_rules_page_is_the_present_one() -> None:
    assert (DOCS / "rules.md").read_text(encoding="utf-8") == rules_page()


@pytest.mark.parametrize("name", sorted(REPORTS))
def test_schema_is_the_present_one(name: str) -> None:
    assert (DOCS / "schema" / f"{name}.json").read_text(encoding="utf-8") == schema_text(name)


@pytest.mark.parametrize(
    ("name", "words"),
    [
        ("survey", ("survey", "--why")),
        ("check", ("check",)),
        ("adopt", ("adopt", "--replace")),
        ("move", ("move", "waxmoor/models/weight_validator.py")),
        ("move", ("move", "waxmoor/ledger.py", "waxmoor/shared/", "--preview")),
        ("undo", ("undo", "--history")),
    ],
)
def test_json_follows_its_schema(tmp_path: Path, yandrel: Yandrel, name: str, words: tuple[str, ...]) -> None:
    root = tmp_path / "app"
    copy_waxmoor(root, layout=True)
    yandrel(root, "check", "--accept")
    done = yandrel(root, *words, "--format", "json")
    schema = json.loads((DOCS / "schema" / f"{name}.json").read_text(encoding="utf-8"))
    report = json.loads(done.out)
    jsonschema.validate(report, schema)
    assert report["version"] == 1


@pytest.mark.parametrize("name", sorted(COMMANDS))
def test_every_option_is_in_the_reference(name: str, tmp_path: Path, yandrel: Yandrel) -> None:
    reference = (DOCS / "commands.md").read_text(encoding="utf-8")
    help_text = yandrel(tmp_path, name, "--help").out
    assert f"## {name}" in reference
    for option in re.findall(r"--[a-z-]+", help_text):
        assert option in reference, option


def test_every_key_is_in_the_reference() -> None:
    reference = (DOCS / "yandrel-toml.md").read_text(encoding="utf-8")
    for key in (
        "name",
        "source",
        "fixed",
        "generated",
        "known_by",
        "may",
        "domains",
        "door",
        "units_per_folder",
        "roles_per_unit",
        "methods_per_type",
        "layout",
    ):
        assert key in reference
    for section in (
        "app",
        "roles",
        "groups",
        "imports",
        "domains",
        "outside",
        "shape",
        "limits",
        "off",
        "except",
    ):
        assert f"[{section}" in reference


def test_links_lead_somewhere() -> None:
    for page in [ROOT / "README.md", *DOCS.glob("*.md")]:
        for link in re.findall(r"\]\(([^)#]+)[^)]*\)", page.read_text(encoding="utf-8")):
            assert (page.parent / link).exists(), f"{page.name}: {link}"


INNER = {("domain", "show"), ("domain", "remove")}


def test_options_that_messages_name_exist() -> None:
    named = {
        found.groups()
        for path in (ROOT / "src").rglob("*.py")
        for found in re.finditer(
            r"`yandrel ([a-z]+)(?: ([a-z]+))?[^`\n]*? (--[a-z-]+)", path.read_text(encoding="utf-8")
        )
    }
    assert len(named) > 5
    for command, inner, option in sorted(named, key=str):
        words = [command, inner] if (command, inner) in INNER else [command]
        shown = subprocess.run(
            [sys.executable, "-m", "yandrel", *words, "--help"], capture_output=True, text=True, check=True
        )
        assert option in shown.stdout, (command, option)

"""Formats that other programs read: what they hold, and that validators and real readers take them."""

import json
import subprocess
import sys
from pathlib import Path

import jsonschema
import pytest

from tests.conftest import Yandrel, git, run_yandrel, write_tree
from yandrel.demo.copy import copy_waxmoor

SCHEMAS = Path(__file__).parent / "schemas"
EXCEPT = '\n[[except]]\nrule = "wrong-way"\nfrom = "waxmoor/models/**"\nwhy = "grades are a service"\n'


@pytest.fixture(scope="module")
def waxmoor_app(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """Waxmoor with one finding under an exception and all others but two accepted."""
    root = tmp_path_factory.mktemp("formats") / "app"
    copy_waxmoor(root, layout=True)
    config = root / "yandrel.toml"
    config.write_text(config.read_text() + EXCEPT)
    run_yandrel(root, "check", "--accept")
    accepted = root / "yandrel.accepted.toml"
    lines = accepted.read_text().splitlines(keepends=True)
    accepted.write_text(
        "".join(line for line in lines if "misplaced" not in line and "wrong-way" not in line)
    )
    return root


def sarif_of(root: Path, *words: str) -> dict:
    return json.loads(run_yandrel(root, "check", "--format", "sarif", *words).out)


def fingerprints(log: dict) -> dict[str, set[str]]:
    """The fingerprints of a log, by rule."""
    found: dict[str, set[str]] = {}
    for result in log["runs"][0]["results"]:
        found.setdefault(result["ruleId"], set()).add(result["partialFingerprints"]["finding/v1"])
    return found


def test_sarif_is_valid(waxmoor_app: Path) -> None:
    schema = json.loads((SCHEMAS / "sarif-2.1.0-rtm.5.json").read_text())
    jsonschema.validate(sarif_of(waxmoor_app), schema)


def test_sarif_results_have_rule_place_and_fix(waxmoor_app: Path) -> None:
    run = sarif_of(waxmoor_app)["runs"][0]
    open_ones = [result for result in run["results"] if not result["suppressions"]]
    assert [result["ruleId"] for result in open_ones] == ["wrong-way", "misplaced"]
    placed = open_ones[1]
    place = placed["locations"][0]["physicalLocation"]
    assert place["artifactLocation"] == {"uri": "waxmoor/models/weight_validator.py", "uriBaseId": "ROOT"}
    assert place["region"] == {"startLine": 8, "snippet": {"text": "class WeightValidator:"}}
    assert (
        "Fix: `yandrel move waxmoor/models/weight_validator.py waxmoor/validators/weight_validator.py`"
        in placed["message"]["text"]
    )
    rule = run["tool"]["driver"]["rules"][placed["ruleIndex"]]
    assert rule["id"] == "misplaced"
    assert "Good:" in rule["help"]["text"]


def test_sarif_has_suppressed_findings_with_reasons(waxmoor_app: Path) -> None:
    results = sarif_of(waxmoor_app)["runs"][0]["results"]
    reasons = {(r["ruleId"], s["justification"]) for r in results for s in r["suppressions"]}
    assert ("wrong-way", "grades are a service") in reasons
    assert ("unmounted-routes", "was there when the rules were adopted") in reasons


def test_fingerprints_stay_when_lines_shift_and_files_move(tmp_path: Path) -> None:
    root = tmp_path / "app"
    copy_waxmoor(root, layout=True)
    before = fingerprints(sarif_of(root))
    for path in sorted(root.rglob("*.py")):
        path.write_text("# lines shift\n\n" + path.read_text())
    assert fingerprints(sarif_of(root)) == before
    source, target = "waxmoor/controllers/hive_controller.py", "waxmoor/controllers/apiary_controller.py"
    assert run_yandrel(root, "move", source, target).status == 0
    after = fingerprints(sarif_of(root))
    assert after["wrong-way"] == before["wrong-way"]


def test_sarif_compared_with_a_revision_marks_what_is_new(tmp_path: Path) -> None:
    root = write_tree(tmp_path / "app", {"a.py": "import os\n", "yandrel.toml": '[app]\nname = "x"\n'})
    git(root, "init", "-q")
    git(root, "add", "-A")
    git(root, "commit", "-qm", "first")
    (root / "b.py").write_text("from a import nothing\n")
    results = sarif_of(root, "--against", "HEAD")["runs"][0]["results"]
    assert [(r["ruleId"], r["baselineState"]) for r in results if r["ruleId"] == "unresolved-import"] == [
        ("unresolved-import", "new")
    ]


def test_a_sarif_reader_takes_it(waxmoor_app: Path, tmp_path: Path) -> None:
    pytest.importorskip("sarif", reason="sarif-tools is not installed")
    place = tmp_path / "waxmoor.sarif"
    place.write_text(run_yandrel(waxmoor_app, "check", "--format", "sarif").out)
    done = subprocess.run(
        [sys.executable, "-m", "sarif", "summary", str(place)], capture_output=True, text=True, check=True
    )
    assert "misplaced" in done.stdout
    assert "error: 6" in done.stdout


def test_junit_is_valid(waxmoor_app: Path, tmp_path: Path) -> None:
    xmlschema = pytest.importorskip("xmlschema")
    place = tmp_path / "junit.xml"
    place.write_text(run_yandrel(waxmoor_app, "check", "--format", "junit").out)
    xmlschema.XMLSchema(str(SCHEMAS / "junit-10.xsd")).validate(str(place))


def test_a_junit_reader_takes_it(waxmoor_app: Path, tmp_path: Path) -> None:
    junitparser = pytest.importorskip("junitparser")
    place = tmp_path / "junit.xml"
    place.write_text(run_yandrel(waxmoor_app, "check", "--format", "junit").out)
    [suite] = junitparser.JUnitXml.fromfile(str(place))
    failed = [case for case in suite if not case.is_passed]
    assert [(case.classname, case.name) for case in failed] == [
        ("yandrel.wrong-way", "waxmoor/controllers/hive_controller.py:6"),
        ("yandrel.misplaced", "waxmoor/models/weight_validator.py:8"),
    ]
    assert "fix: `yandrel move" in failed[1].result[0].text
    passed = {case.classname for case in suite if case.is_passed}
    assert "yandrel.import-cycle" in passed
    assert "yandrel.misplaced" not in passed
    assert suite.tests == len(list(suite))


@pytest.mark.parametrize("form", ["sarif", "junit", "lines"])
def test_control_characters_are_written_out(form: str, tmp_path: Path, yandrel: Yandrel) -> None:
    root = write_tree(tmp_path / "app", {"a.py": "", "b.py": "from a import c  # \x1b[31m\x7f\n"})
    out = yandrel(root, "check", "--format", form).out
    assert "unresolved-import" in out
    assert "\x1b" not in out
    assert "\x7f" not in out

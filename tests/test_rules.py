"""Every rule, on the shipped application with one fault laid over it."""

import json
from pathlib import Path

import pytest

from tests.conftest import Result, Yandrel, read_tree, write_tree
from yandrel.demo.copy import copy_waxmoor, overlays
from yandrel.rules.registry import RULE_NAMES, load_rule

EXPECTED = {
    "wrong-way": ("waxmoor/schemas/hive_schema.py", "waxmoor/repositories/hive_repository.py:HiveRepository"),
    "domain-crossing": ("waxmoor/services/keeper_service.py", "waxmoor/repositories/harvest_repository.py:"),
    "shared-inward": ("waxmoor/shared/season.py", "waxmoor/models/harvest.py:Harvest"),
    "outside-import": ("waxmoor/models/keeper.py", "flask"),
    "import-cycle": ("waxmoor/services/hive_service.py", "waxmoor/services/inspection_service.py:"),
    "unresolved-import": ("waxmoor/controllers/hive_controller.py", "HiveShcema"),
    "misplaced": ("waxmoor/repositories/day_validator.py", "validator"),
    "misnamed": ("waxmoor/services/bookkeeping.py", "service"),
    "unplaced": ("waxmoor/odds_and_ends.py", ""),
    "wrong-kind": ("waxmoor/controllers/weather_controller.py", "show_weather"),
    "missing-base": ("waxmoor/controllers/weather_controller.py", "WeatherController"),
    "missing-part": ("waxmoor/controllers/harvest_controller.py", "validator"),
    "exposed-secret": (".env", ""),
    "mixed-roles": ("waxmoor/services/harvest_service.py", ""),
    "wide-interface": ("waxmoor/services/hive_service.py", "HiveService"),
    "crowded-folder": ("waxmoor/models/", ""),
    "doubled-prefix": ("waxmoor/routes/harvest_routes.py", ""),
    "duplicate-route": ("waxmoor/routes/harvest_routes.py", ""),
    "missing-handler": ("waxmoor/routes/harvest_routes.py", ""),
    "unguarded-route": ("waxmoor/routes/keeper_routes.py", ""),
    "unmounted-routes": ("waxmoor/routes/queen_routes.py", ""),
    "extra-method": ("waxmoor/controllers/weather_controller.py", "WeatherController.forecast"),
    "leftover-call": ("waxmoor/services/swarm_service.py", ""),
    "long-handler": ("waxmoor/controllers/weather_controller.py", "WeatherController.show"),
    "shared-by-one": ("waxmoor/shared/frames.py", "hives"),
    "twins": ("waxmoor/services/hive_letter_service.py", "keeper_letter_service.py:LetterWriter"),
    "forwarding": ("waxmoor/services/swarm_service.py", "waxmoor.services.hive_service"),
    "relative-climb": ("waxmoor/services/yards/yard_service.py", "...shared.season"),
    "idle-exception": ("yandrel.toml", ""),
}
NOT_IN_FLASK = {"late-middleware", "shadowed-route"}
"""Flask finds the most specific route, and reads the body when it is asked for: `tests/routes` has these."""


def findings_of(done: Result) -> set[tuple[str, str, str]]:
    return {(f["rule"], f["unit"], f["target"]) for f in json.loads(done.out)["findings"]}


def test_every_rule_has_an_overlay() -> None:
    assert set(overlays()) == set(EXPECTED)
    assert set(EXPECTED) | NOT_IN_FLASK | {"namespace-mismatch"} == set(RULE_NAMES)


@pytest.mark.parametrize("rule", sorted(EXPECTED))
def test_overlay_is_found_and_nothing_else(rule: str, tmp_path: Path, yandrel: Yandrel) -> None:
    plain, faulty = tmp_path / "plain", tmp_path / "faulty"
    copy_waxmoor(plain, layout=True)
    copy_waxmoor(faulty, overlay=rule)
    known = findings_of(yandrel(plain, "check", "--format", "json"))
    done = yandrel(faulty, "check", "--format", "json")
    new = {f for f in findings_of(done) - known if f[0] == rule}
    unit, target = EXPECTED[rule]
    assert done.status == 1
    assert any(f[1] == unit and target in f[2] for f in new), new
    assert len(new) == 1, new


def test_the_applications_own_faults(tmp_path: Path, yandrel: Yandrel) -> None:
    copy_waxmoor(tmp_path / "app", layout=True)
    found = findings_of(yandrel(tmp_path / "app", "check", "--format", "json"))
    assert found == {
        ("misplaced", "waxmoor/models/weight_validator.py", "validator"),
        ("unplaced", "waxmoor/ledger.py", ""),
        (
            "wrong-way",
            "waxmoor/controllers/hive_controller.py",
            "waxmoor/repositories/hive_repository.py:HiveRepository",
        ),
        ("wrong-way", "waxmoor/models/harvest.py", "waxmoor/services/harvest_service.py:grade_of"),
        ("doubled-prefix", "waxmoor/routes/keeper_routes.py", ""),
        ("unmounted-routes", "waxmoor/routes/season_routes.py", ""),
    }


def test_accepted_findings_fail_no_more_and_new_ones_do(tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_waxmoor(root, layout=True)
    assert yandrel(root, "check").status == 1
    assert yandrel(root, "check", "--accept").status == 0
    assert yandrel(root, "check").status == 0
    harvest = root / "waxmoor/models/harvest.py"
    harvest.write_text("\n\n# lines shift\n" + harvest.read_text())
    assert yandrel(root, "check").status == 0
    hive = root / "waxmoor/models/hive.py"
    hive.write_text("from waxmoor.schemas.hive_schema import HiveSchema\n" + hive.read_text())
    done = yandrel(root, "check")
    assert done.status == 1
    assert "1 finding of 1 rule" in done.out
    hive.write_text(hive.read_text().partition("\n")[2])
    assert yandrel(root, "move", "waxmoor/models/weight_validator.py").status == 0
    done = yandrel(root, "check", "--format", "json")
    assert done.status == 1
    assert findings_of(done) == {("idle-exception", "yandrel.accepted.toml", "")}
    assert yandrel(root, "check", "--accept").status == 0
    assert yandrel(root, "check").status == 0


def test_exceptions_and_off_carry_reasons(tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_waxmoor(root, layout=True)
    config = root / "yandrel.toml"
    config.write_text(
        config.read_text()
        + '\n[off]\nunplaced = "the ledger moves next year"\nmisplaced = "so does the validator"\n'
        + 'doubled-prefix = "clients use it"\nunmounted-routes = "the calendar comes next year"\n'
        + '\n[[except]]\nrule = "wrong-way"\nfrom = "waxmoor/models/**"\nwhy = "grades are a service"\n'
        + '\n[[except]]\nrule = "wrong-way"\nto = "waxmoor/repositories/**"\nwhy = "the count is cheap"\n'
    )
    done = yandrel(root, "check")
    assert done.status == 0, done.out
    assert "2 findings under an exception" in done.out


@pytest.mark.parametrize("rule", RULE_NAMES)
def test_explanations_have_a_bad_and_a_good_example(rule: str, tmp_path: Path, yandrel: Yandrel) -> None:
    done = yandrel(tmp_path, "check", "--explain", rule)
    assert done.status == 0
    assert done.out.startswith(f"{rule}: ")
    assert "Bad" in done.out
    assert "Good" in done.out
    assert load_rule(rule).name == rule


def test_adopt_then_check(waxmoor: Path, yandrel: Yandrel) -> None:
    before = read_tree(waxmoor)
    assert yandrel(waxmoor, "adopt", "--preview").status == 0
    assert read_tree(waxmoor) == before
    assert yandrel(waxmoor, "adopt", "--accept").status == 0
    assert yandrel(waxmoor, "check").status == 0
    assert yandrel(waxmoor, "adopt").status == 3
    assert yandrel(waxmoor, "adopt", "--replace").status == 0
    assert yandrel(waxmoor, "undo", "--to", "1").status == 0
    assert read_tree(waxmoor) == before


def test_move_tells_what_it_mends_and_breaks(tmp_path: Path, yandrel: Yandrel) -> None:
    root = tmp_path / "app"
    copy_waxmoor(root, layout=True)
    done = yandrel(root, "move", "waxmoor/models/weight_validator.py", "--format", "json")
    report = json.loads(done.out)
    assert [f["rule"] for f in report["findings_ended"]] == ["misplaced"]
    assert report["findings_added"] == []
    words = ("move", "waxmoor/validators/hive_validator.py", "waxmoor/models/hive_validator.py")
    assert yandrel(root, *words, "--no-new-findings").status == 3
    report = json.loads(yandrel(root, *words, "--format", "json").out)
    assert [f["rule"] for f in report["findings_added"]] == ["misplaced"]


def test_a_qualifier_before_the_ending_is_no_other_name(tmp_path: Path, yandrel: Yandrel) -> None:
    files: dict[str, str | bytes] = {
        "yandrel.toml": '[roles]\ncontroller = "src/{domain}/{name:kebab}.controller.js"\n',
        "src/hives/hive.controller.js": "class HiveController {}\nmodule.exports = { HiveController };\n",
        "src/hives/swarm.controller.ee.js": "class SwarmController {}\nmodule.exports = SwarmController;\n",
        "src/hives/queens.js": "class QueenController {}\nmodule.exports = { QueenController };\n",
    }
    root = write_tree(tmp_path / "app", files)
    done = yandrel(root, "check", "--rule", "misnamed", "--format", "lines")
    assert done.out == "src/hives/queens.js:1: misnamed: is no name for a controller\n"


def test_a_domain_inside_of_another_is_its_part(tmp_path: Path, yandrel: Yandrel) -> None:
    files: dict[str, str | bytes] = {
        "yandrel.toml": (
            '[app]\nsource = ["app"]\n[roles]\nservice = ["app/{domain}/service.py", '
            '"app/hives/{domain}/service.py"]\n[imports]\ndomains = "apart"\n'
        ),
        "app/hives/service.py": (
            "from app.hives.queens.service import QueenService\n\n\nclass HiveService: ...\n"
        ),
        "app/hives/queens/service.py": "class QueenService: ...\n",
        "app/keepers/service.py": "from app.hives.service import HiveService\n\n\nclass KeeperService: ...\n",
    }
    root = write_tree(tmp_path / "app", files)
    done = yandrel(root, "check", "--rule", "domain-crossing", "--format", "lines")
    assert done.out == "app/keepers/service.py:1: domain-crossing: keepers imports hives\n"


@pytest.mark.parametrize(
    ("body", "found"),
    [
        ("    def run(self, line):\n        return line.split()\n", False),
        ("    def get(self, request):\n        return JsonResponse(request.GET, HttpResponse)\n", True),
    ],
)
def test_a_handler_of_no_requests_is_no_misplaced_controller(
    body: str, found: bool, tmp_path: Path, yandrel: Yandrel
) -> None:
    files: dict[str, str | bytes] = {
        "yandrel.toml": (
            '[app]\nsource = ["app"]\n[roles]\ncontroller = "app/controllers/{name}_controller.py"\n'
        ),
        "app/controllers/hive_controller.py": "class HiveController: ...\n",
        "app/ssh/shell.py": f"class ShellHandler:\n{body}",
    }
    root = write_tree(tmp_path / "app", files)
    done = yandrel(root, "check", "--rule", "misplaced", "--format", "lines")
    assert ("app/ssh/shell.py" in done.out) is found


def test_a_domain_of_another_kind_misses_no_part(tmp_path: Path, yandrel: Yandrel) -> None:
    roles = ("route", "controller", "service", "repository")
    homes = "".join(f'{role} = "app/{{domain}}/{role}.py"\n' for role in roles)
    files: dict[str, str | bytes] = {
        "yandrel.toml": f'[app]\nsource = ["app"]\n[roles]\n{homes}tool = "app/{{domain}}/tool.py"\n'
    }
    for domain in ("hives", "keepers", "harvests", "queens"):
        files |= {f"app/{domain}/{role}.py": "X = 1\n" for role in roles}
    files |= {f"app/scales/{role}.py": "X = 1\n" for role in ("repository", "tool")}
    root = write_tree(tmp_path / "app", files)
    assert "missing-part" not in yandrel(root, "check", "--format", "lines").out
    write_tree(root, {"app/scales/service.py": "X = 1\n", "app/scales/route.py": "X = 1\n"})
    out = yandrel(root, "check", "--rule", "missing-part", "--format", "lines").out
    assert "scales has no controller; the 4 other domains have one" in out

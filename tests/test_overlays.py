"""Every Waxmoor with one fault laid over it: the fault is found, and nothing that it does not cause."""

import json
from pathlib import Path

import pytest

from tests.conftest import Yandrel
from tests.test_rules import findings_of
from yandrel.demo.copy import copy_waxmoor, languages, overlays

OTHERS = [language for language in languages() if language != "python"]
EVERYWHERE = {
    "crowded-folder", "exposed-secret", "extra-method", "idle-exception", "leftover-call", "long-handler",
    "misnamed", "misplaced", "shared-by-one", "shared-inward", "twins", "unguarded-route", "unplaced",
    "wrong-way",
}  # fmt: skip
FILES = {
    "crowded-folder": "models/",
    "duplicate-route": "routes/harvestroutes",
    "late-middleware": "src/server",
    "missing-handler": "routes/harvestroutes",
    "shadowed-route": "src/server",
    "unguarded-route": "routes/keeperroutes",
    "exposed-secret": ".env",
    "extra-method": "controllers/weathercontroller",
    "idle-exception": "yandrel.toml",
    "leftover-call": "services/swarmservice",
    "long-handler": "controllers/weathercontroller",
    "relative-climb": "services/swarmservice",
    "shared-by-one": "shared/frames",
    "import-cycle": "services/swarmservice",
    "misnamed": "services/bookkeeping",
    "misplaced": "repositories/dayvalidator",
    "missing-base": "controllers/weathercontroller",
    "shared-inward": "shared/tally",
    "twins": "services/hiveletterservice",
    "unplaced": "odds/oddsandends",
    "unresolved-import": "services/combservice",
    "wrong-kind": "controllers/weathercontroller",
    "wrong-way": "validators/framevalidator",
}
TARGETS = {
    "misnamed": "service",
    "misplaced": "validator",
    "shared-inward": "harvest",
    "unresolved-import": "comb",
    "wrong-way": "hive",
}
CAUSED = {"shared-inward": {"wrong-way"}}
FAULTS = [(language, rule) for language in OTHERS for rule in overlays(language)]


@pytest.fixture(scope="module")
def known(tmp_path_factory: pytest.TempPathFactory) -> dict[str, set[tuple[str, str, str]]]:
    """What each application is found to have as it is."""
    from tests.conftest import run_yandrel

    out = {}
    for language in OTHERS:
        root = tmp_path_factory.mktemp(language) / "app"
        copy_waxmoor(root, language, layout=True)
        out[language] = findings_of(run_yandrel(root, "check", "--format", "json"))
    return out


@pytest.mark.parametrize("language", OTHERS)
def test_each_has_the_common_faults(language: str) -> None:
    assert set(overlays(language)) >= EVERYWHERE


@pytest.mark.parametrize(("language", "rule"), FAULTS)
def test_fault_is_found(
    language: str, rule: str, tmp_path: Path, yandrel: Yandrel, known: dict[str, set[tuple[str, str, str]]]
) -> None:
    copy_waxmoor(tmp_path / "app", language, overlay=rule)
    done = yandrel(tmp_path / "app", "check", "--format", "json")
    assert done.status == 1
    new = findings_of(done) - known[language]
    assert {found[0] for found in new} == {rule} | CAUSED.get(rule, set())
    places = [(unit, target) for name, unit, target in new if name == rule]
    assert len(places) == 1 or rule == "unguarded-route"
    for unit, target in places:
        flat = unit.lower().replace("-", "").replace("_", "")
        assert FILES[rule] in flat
        assert TARGETS.get(rule, "") in target.lower()


@pytest.mark.parametrize("language", OTHERS)
def test_misplaced_is_mended_by_the_command_that_is_named(
    language: str, tmp_path: Path, yandrel: Yandrel
) -> None:
    root = tmp_path / "app"
    copy_waxmoor(root, language, overlay="misplaced")
    before = json.loads(yandrel(root, "check", "--format", "json").out)["findings"]
    [found] = [f for f in before if f["rule"] == "misplaced" and "day" in f["unit"].lower()]
    assert yandrel(root, "move", found["unit"]).status == 0
    after = json.loads(yandrel(root, "check", "--format", "json").out)["findings"]
    assert not [f for f in after if "day" in f["unit"].lower()]
    assert len(after) == len(before) - 1

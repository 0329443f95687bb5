"""What a file that only hands on modules says of a new concept."""

import pytest

from yandrel.languages.script.language import LANGUAGE
from yandrel.model.scaffold import Concept
from yandrel.scaffold.words import WordChanger

CHANGE = WordChanger(Concept.of("hives"), Concept.of("swarms")).change


@pytest.mark.parametrize(
    ("before", "after"),
    [
        (
            "// all of them\nexport * from './hives.js';\nexport * from './keepers.js';\n",
            "// all of them\nexport * from './hives.js';\nexport * from './swarms.js';\n"
            "export * from './keepers.js';\n",
        ),
        (
            "export {\n  Hive,\n  weighHive as weigh,\n} from './hive'",
            "export {\n  Hive,\n  weighHive as weigh,\n} from './hive'\n"
            "export {\n  Swarm,\n  weighSwarm as weigh,\n} from './swarm'",
        ),
        (
            "export type { Hive } from './hive';\r\n",
            "export type { Hive } from './hive';\r\nexport type { Swarm } from './swarm';\r\n",
        ),
    ],
)
def test_files_that_hand_on_hand_on_both(before: str, after: str) -> None:
    said = LANGUAGE.scaffolder("typescript").repeat_wiring(before.encode(), CHANGE)
    assert said is not None
    assert said.decode() == after


@pytest.mark.parametrize(
    "source",
    [
        "export * from './keepers.js';\n",
        "import './hives.js';\nexport const a = 1;\n",
        "export * from './hives.js'; start();\n",
    ],
)
def test_other_files_are_left(source: str) -> None:
    assert LANGUAGE.scaffolder("typescript").repeat_wiring(source.encode(), CHANGE) is None

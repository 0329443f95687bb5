"""What the head of a file says, read from its text, is what a tree of it says."""

from unittest.mock import patch

import pytest

from yandrel.languages.script import facts
from yandrel.languages.script.facts import read_facts
from yandrel.languages.script.heads import Head, read_head

REST = "\n\n// what it is\nexport const season = hive ?? 1;\n"
PLAIN = [
    'import "./setup";',
    "import hive from './hive'",
    "import hive, { Frame as Box, type Comb } from './hive';",
    "import hive, * as all from './hive';",
    "import * as all from '../hives/all.js' ;",
    "import {hive}from'./hive';",
    "import type { Hive } from './hive';",
    "import type Hive from './hive';",
    "import {\n  hive,\n  weigh as weighed,\n} from './hive'\n",
    "import {} from './hive';",
    "import { default as hive } from './hive';",
    "export * from './hive';",
    "export * as hives from './hive';",
    "export { hive, weigh as default } from './hive';",
    "export type { Hive } from './hive';",
    "export {} from './hive';",
    "/* a licence */\nimport hive from './hive'; // of bees\nimport './other'",
    "// require('./no')\nimport $hive, { _a, $b as c$ } from '@waxmoor/hives';",
]
NOT_PLAIN = [
    "import hive from './hive' // of bees",
    "import hive from './hive' with { type: 'json' };",
    "import hive = require('./hive');",
    "import type from './type';",
    "import { 'odd name' as hive } from './hive';",
    "import { type } from './hive';",
    "export type * from './hive';",
    "export { hive };",
    "export default hive;",
    "import('./hive');",
    "import.meta.url;",
    "const hive = require('./hive');",
    "`\nimport hive from './hive';\n`;",
    "exports.hive = './hive';",
]


@pytest.mark.parametrize("head", PLAIN)
def test_head_is_read_whole(head: str) -> None:
    assert read_head((head + REST).encode()).end == len(head.rstrip())


@pytest.mark.parametrize("rest", NOT_PLAIN)
def test_head_ends_before_what_is_not_plain(rest: str) -> None:
    head = "import a from './a';\n"
    found = read_head((head + rest).encode())
    assert ([item.module for item in found.imports], found.end) == (["./a"], len(head.rstrip()))


@pytest.mark.parametrize("path", ["hive.ts", "hive.tsx", "hive.js", "hive.mjs"])
@pytest.mark.parametrize("head", [*PLAIN, *NOT_PLAIN])
def test_facts_are_those_of_a_tree(head: str, path: str) -> None:
    source = ("#!/usr/bin/env node\n" * path.endswith(".mjs") + head + REST).encode()
    with patch.object(facts, "read_head", lambda source: Head([], 0)):
        whole = read_facts(source, path, outline=True)
    assert read_facts(source, path, outline=True) == whole


def test_windows_lines_are_counted() -> None:
    source = b"\xef\xbb\xbf// bees\r\nimport {\r\n  hive,\r\n} from './hive';\r\nimport './b';\r\n"
    found = read_head(source.removeprefix(b"\xef\xbb\xbf"))
    assert [(item.line, item.module) for item in found.imports] == [(2, "./hive"), (5, "./b")]

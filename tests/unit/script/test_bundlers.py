"""Aliases in the configuration of bundlers, which is code that is only read."""

import pytest

from yandrel.languages.script.bundlers import bundler_maps, moved_aliases
from yandrel.model.changes import Relocation

CASES: dict[str, tuple[str, str, dict[str, str]]] = {
    "joined": ("web/vite.config.ts", "alias: { '@': path.resolve(__dirname, './src') }", {"@": "web/src"}),
    "several parts": ("vite.config.js", "alias: { '@': resolve(__dirname, 'app', 'js') }", {"@": "app/js"}),
    "by address": (
        "vite.config.mjs",
        "alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) }",
        {"@": "src"},
    ),
    "from the root": ("vite.config.ts", "alias: { '@': '/src', vue: 'preact' }", {"@": "src"}),
    "a list": (
        "vite.config.ts",
        "alias: [{ find: '@hives', replacement: path.join(__dirname, 'src/hives') }]",
        {"@hives": "src/hives"},
    ),
    "only exactly": ("webpack.config.js", "alias: { bees$: path.resolve(__dirname, 'lib/bees.js') }", {"bees": "lib/bees.js"}),
    "commented out": ("vite.config.ts", "alias: {\n // '@': './old',\n '~': './src' }", {"~": "src"}),
    "computed": ("vite.config.ts", "alias: { '@': path.resolve(__dirname, folder) }", {}),
    "above all": ("vite.config.ts", "alias: { '@': path.resolve(__dirname, '../other') }", {}),
    "by habit": ("vite.config.js", "plugins: [laravel({ input: [] })]", {"@": "resources/js"}),
    "written over a habit": ("vite.config.js", "plugins: [laravel({})], alias: { '@': '/web' }", {"@": "web"}),
}  # fmt: skip


@pytest.mark.parametrize("name", CASES)
def test_what_aliases_stand_for(name: str) -> None:
    path, text, expected = CASES[name]
    maps = list(bundler_maps(path, text.encode()))
    assert {m.pattern: m.targets[0] for m in maps if "*" not in m.pattern} == expected
    assert {m.pattern: m.targets[0] for m in maps if "*" in m.pattern} == {
        key + "/*": value + "/*" for key, value in expected.items()
    }


def test_only_plain_places_are_edited() -> None:
    text = "alias: { é: './src', '@': path.resolve(__dirname, 'src'), vue: 'src' }"
    (edit,) = moved_aliases("vite.config.js", text.encode(), Relocation({}, {}, folders={"src/": "app/js/"}))
    assert text.encode()[edit.start : edit.end] == b"./src"
    assert edit.text == b"./app/js"

"""The languages that Yandrel knows, each loaded when first needed."""

from collections.abc import Sequence
from functools import cache, lru_cache
from importlib import import_module

from yandrel.languages.protocol import Language

LANGUAGES = {
    "python": ("yandrel.languages.python.language", (".py", ".pyi"), 7),
    "script": (
        "yandrel.languages.script.language",
        (".ts", ".tsx", ".mts", ".cts", ".js", ".jsx", ".mjs", ".cjs", ".vue", ".svelte", ".astro"),
        17,
    ),
    "jvm": ("yandrel.languages.jvm.language", (".java", ".kt"), 11),
    "csharp": ("yandrel.languages.csharp.language", (".cs",), 13),
    "go": ("yandrel.languages.go.language", (".go",), 6),
    "swift": ("yandrel.languages.swift.language", (".swift",), 8),
    "php": ("yandrel.languages.php.language", (".php",), 7),
}
"""Where each is, its files' endings, and the version of its facts: another when they change."""
FACTS_OF_ALL = 8
"""The version of what is told of every file in the same way, whatever its language."""
VERSIONS = {name: f"{name}{version}.{FACTS_OF_ALL}" for name, (_, _, version) in LANGUAGES.items()}
BY_SUFFIX = {suffix: name for name, (_, suffixes, _) in LANGUAGES.items() for suffix in suffixes}
BUNDLERS = ("vite", "vitest", "webpack", "vue", "svelte", "babel")
BUNDLER_CONFIGS = (
    *(f"{name}.config{end}" for name in BUNDLERS for end in (".js", ".ts", ".mjs", ".cjs")),
    ".babelrc",
)
"""Configuration that is code, of which only the aliases are read."""
MANIFESTS = (
    "pyproject.toml", "setup.cfg", "composer.json", "package.json", "tsconfig.json", "jsconfig.json",
    "tsconfig.base.json", "tsconfig.build.json", "tsconfig.app.json", "tsconfig.lib.json",
    "pom.xml", "build.gradle", "build.gradle.kts", "settings.gradle", "settings.gradle.kts",
    "go.mod", "go.work", "Package.swift",
    *BUNDLER_CONFIGS,
    "tsconfig.node.json", "tsconfig.server.json", "tsconfig.common.json", "tsconfig.spec.json",
)  # fmt: skip

BY_ENDING = (".csproj", ".sln")
"""The endings of project files that are called by their project."""
MANIFESTS_IN_CODE = ("Package.swift",)
"""Project files that are written in a language, and are no units of it."""
BUNDLES = (".min.js", ".bundle.js")
TOGETHER = {"javascript": "script", "typescript": "script", "java": "jvm", "kotlin": "jvm"}
"""The languages that share a world: the name under which both are read."""


def is_manifest(path: str, manifests: tuple[str, ...]) -> bool:
    """Whether a file is one of some project files, by its name, or by its ending after a star."""
    name = path.rpartition("/")[2]
    return name in manifests or (name.endswith(BY_ENDING) and f"*.{name.rpartition('.')[2]}" in manifests)


def languages_by_name() -> tuple[str, ...]:
    """Return what the languages are called, each for itself."""
    return tuple(sorted({*LANGUAGES, *TOGETHER} - set(TOGETHER.values())))


@cache
def load_language(name: str) -> Language:
    """Return a language by its name; raises KeyError where there is none."""
    module, _, _ = LANGUAGES[TOGETHER.get(name, name)]
    language: Language = import_module(module).LANGUAGE
    return language


@lru_cache(maxsize=1 << 17)
def language_of(path: str) -> str | None:
    """Return the name of the language that a path is written in."""
    if path.endswith(BUNDLES) or path.endswith(MANIFESTS_IN_CODE):
        return None
    at = path.rfind(".")
    return BY_SUFFIX.get(path[at:]) if at > 0 else None


def first_written_alike(paths: Sequence[str], unit: str) -> int | None:
    """Return which of some paths or patterns comes first for a unit: one of its ending, else of its language,
    or one whose ending does not tell; None where all are of other languages."""
    ending = unit[unit.rfind(".") :]
    for number, path in enumerate(paths):
        if path.endswith(ending):
            return number
    return next((n for n, path in enumerate(paths) if _spoken(path) in ("", _spoken(unit))), None)


def _spoken(path: str) -> str:
    name = language_of(path)
    return load_language(name).name_of(path) if name is not None else ""

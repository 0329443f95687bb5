"""Names that say a concept, a role, or nothing: their words, and how they are cut from a name."""

import re

from yandrel.model.words import plural, singular, words_of
from yandrel.survey.vocabulary import ACTING, roles_of_end

SHARED_WORDS = frozenset(
    [
        "shared",
        "common",
        "core",
        "base",
        "util",
        "utils",
        "utility",
        "utilities",
        "helper",
        "helpers",
        "lib",
        "libs",
        "infra",
    ]
)
TEST_FOLDERS = ("tests", "test", "__tests__", "spec")
NO_CONCEPT = frozenset(
    [
        "api",
        "apis",
        "app",
        "apps",
        "main",
        "index",
        "init",
        "base",
        "core",
        "common",
        "shared",
        "util",
        "utils",
        "helper",
        "helpers",
        "lib",
        "v_1",
        "v_2",
        "v_3",
        "web",
        "src",
        "server",
        "backend",
        "internal",
        "management",
        "abstract",
        "generic",
        "default",
        "misc",
        "debug",
        "logger",
        "logging",
        "mock",
        "mocks",
        "tests",
        "test",
        "conftest",
        "types",
        "constants",
        "mixins",
        "decorators",
        "registry",
        "manager",
        "managers",
        "admin",
        "settings",
        "config",
        "db",
        "database",
        "extensions",
        "setup",
        "version",
        "urls",
        "models",
        "views",
        "forms",
        "signals",
        "tasks",
        "locale",
        "templates",
        "static",
        "sqla",
        "http",
        "https",
        "rest",
        "grpc",
        "graphql",
        "infrastructure",
        "presentation",
        "application",
        "domain",
        "persistence",
        "adapter",
        "port",
        "module",
        "feature",
        "public",
        "private",
        "type",
        "class",
        "html",
        "input",
        "output",
        "data",
        "front",
        "frontend",
        "legacy",
        "initializer",
        "definition",
        "include",
        "ui",
        "gui",
        "logic",
        "business",
        "swing",
        "dist",
        "build",
        "out",
        "target",
        "cjs",
        "esm",
        "cmd",
        "pkg",
        "plugin",
        "integration",
        "extension",
        "addon",
        "provider",
        "driver",
        "package",
        "component",
        "bundle",
        "loader",
        "mixin",
        "permission",
    ]
)
VERSION = re.compile(r"v_?\d+(_\d+)*|\d+")
"""Names of versions, by their form."""
NEVER = frozenset(
    [
        "dist",
        "build",
        "out",
        "target",
        "cjs",
        "esm",
        "cmd",
        "pkg",
        "src",
        "lib",
        "v1",
        "v2",
        "v3",
        "internal",
        "api",
        "static",
        "templates",
        "locale",
        "migrations",
        "tests",
        "test",
        "commands",
    ]
)
"""Folders that are never concepts."""
NOUNS_TOO = frozenset(
    [
        "check",
        "filter",
        "log",
        "map",
        "print",
        "process",
        "query",
        "register",
        "run",
        "show",
        "store",
        "watch",
    ]
)
"""Verbs that are as well the names of things that an application keeps."""
KINDS_OF_FILES = frozenset(["abstract", "class", "interface", "trait"])
"""Words that files begin with to say which kind of thing they hold."""
ROLE_WORDS = frozenset(
    [
        "route",
        "routes",
        "router",
        "routers",
        "url",
        "urls",
        "endpoint",
        "endpoints",
        "controller",
        "controllers",
        "view",
        "views",
        "viewset",
        "viewsets",
        "handler",
        "handlers",
        "service",
        "services",
        "usecase",
        "usecases",
        "repository",
        "repositories",
        "repo",
        "repos",
        "dao",
        "daos",
        "model",
        "models",
        "entity",
        "entities",
        "schema",
        "schemas",
        "serializer",
        "serializers",
        "form",
        "forms",
        "dto",
        "dtos",
        "middleware",
        "middlewares",
        "config",
        "configs",
        "setting",
        "settings",
        "command",
        "commands",
        "query",
        "queries",
        "event",
        "events",
        "signal",
        "signals",
        "listener",
        "listeners",
        "receiver",
        "receivers",
        "task",
        "tasks",
        "job",
        "jobs",
        "worker",
        "workers",
        "validator",
        "validators",
        "validation",
        "helper",
        "helpers",
        "util",
        "utils",
        "error",
        "errors",
        "exception",
        "exceptions",
        "admin",
        "test",
        "tests",
        "migration",
        "migrations",
        "api",
        "impl",
        "resource",
        "resources",
    ]
)


def says_no_concept(term: str) -> bool:
    """Whether a name is none of what an application is about."""
    return term in NO_CONCEPT or bool(VERSION.fullmatch(term)) or len(term) < 2 or is_only_done(term)


def is_only_done(term: str) -> bool:
    """Whether a name says what is done and to what, not what the application keeps: `fetch_user`."""
    first, more, _ = term.partition("_")
    return first in ACTING and (bool(more) or first not in NOUNS_TOO)


def tells_role(folder: str, role: str) -> bool:
    """Whether a folder's name is one word for a role, a file's own or any."""
    words = words_of(folder)
    said = roles_of_end(folder, "")
    return len(words) == 1 and (said.get(role, 0.0) >= 0.5 or folder.lower() in ROLE_WORDS)


def concept_words(text: str) -> list[str]:
    """Return the words of a name without those that only say a role."""
    words = list(words_of(text))
    while words and words[-1] in ROLE_WORDS:
        words.pop()
    while words and (words[0] in ROLE_WORDS or (words[0] in KINDS_OF_FILES and len(words) > 1)):
        words.pop(0)
    return words


def action_of(name: str, domain: str) -> str:
    """Return what a function's or method's name says is done, without the domain's own words."""
    own = {*words_of(domain), *words_of(singular(domain)), *words_of(plural(domain))}
    words = [word for word in words_of(name) if word not in own and word not in ROLE_WORDS]
    return "_".join(words)

"""Tell by its place whether a string is the name of a module or of what is in one.

The place is written as the reader of strings writes it: `call` for an argument, `call(word=` for a named one,
`=NAME` for what is assigned, `NAME[]` for a subscript, `...{}` for the key of a dictionary, `...["key"]` for
its value, `+` for a part of a longer string, and `@` before what decorates.
"""

import re

LABELS = frozenset(
    ["getLogger", "get_logger", "gettext", "ngettext", "gettext_lazy", "_", "url_for", "reverse",
     "reverse_lazy", "emit", "send_event", "publish", "subscribe", "on", "translate", "trans", "has_perm",
     "permission_required", "counter", "gauge", "histogram", "timer", "start_span"]
)  # fmt: skip
"""Calls that take names of other things than modules."""
KEYED = frozenset(["get", "pop", "setdefault", "getattr", "setattr", "hasattr", "delattr", "getlist"])
"""Calls that look a word up."""
IMPORTING = re.compile(
    r"(?:^|[._])(?:import(?:_\w+|lib)?|importorskip|__import__|load(?:_\w+)?|find_spec|reload|resolve(?:_\w+)?"
    r"|include|patch(?:\.object|\.dict|\.multiple)?|modules|autodiscover\w*|run_module|get_data|files)\Z"
)
"""Calls and collections whose words are names of modules."""
SETTING = re.compile(r"=(?:\w+\.)*[A-Z][A-Z0-9_]*(?:\[.*\])?\Z")
PATHS = frozenset(
    ["default_app_config", "entry_points", "include", "imports", "packages", "py_modules", "plugins",
     "pytest_plugins", "install_requires", "worker_class", "backend", "module", "factory", "app", "cls",
     "class_", "klass", "target", "to", "through"]
)  # fmt: skip
"""Named arguments and variables that hold names of modules and classes."""


def names_module(place: str) -> bool | None:
    """Whether a string at a place names a module; None where the place does not tell."""
    if place == "+":
        return False
    decorates = place.startswith("@")
    place = place.removeprefix("@")
    call, _, word = place.partition("(")
    if place.endswith(("{}", "[]")):
        return IMPORTING.search(re.split(r"[(\[{]", place.removeprefix("="))[0]) is not None
    last = call.rpartition(".")[2]
    if IMPORTING.search(call):
        return True
    if last in LABELS or (last in KEYED and not word) or "loggers" in place:
        return False
    if word.rstrip("=") in PATHS or place.removeprefix("=").rpartition(".")[2] in PATHS:
        return True
    if SETTING.match(place):
        return True
    return False if decorates else None

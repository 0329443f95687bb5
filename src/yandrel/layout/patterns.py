"""Home patterns: paths with placeholders, matched against paths and filled in to make them."""

import re
from functools import cached_property, lru_cache

import msgspec

from yandrel.errors import ConfigError, suggest
from yandrel.layout.matching import Step, match_steps
from yandrel.model.words import FORMS, singular, snake

TOKEN = re.compile(r"\{([^{}]*)\}|(\*\*)|(\*)|([^{}*]+)|([{}])")
ANY_FOLDERS = "(?:.*/)?"
"""What `**` between slashes stands for: folders, or none."""
MOST_TRIES = 1_000_000
"""How many ways an expression may have to try for a path; patterns with more are matched step by step."""
PLACEHOLDER = re.compile(r"[A-Za-z_][A-Za-z0-9_]*(?::[a-z]+)*\Z")


class Part(msgspec.Struct, frozen=True):
    """A stretch of a pattern: literal text, a wildcard, or a placeholder with its forms."""

    kind: str
    text: str
    forms: tuple[str, ...] = ()


class Pattern(msgspec.Struct, frozen=True, dict=True):
    """One home pattern; `weight` is larger the more it says."""

    text: str
    parts: tuple[Part, ...]
    regex: re.Pattern[str]
    weight: tuple[int, int]
    steps: tuple[Step, ...] = ()
    runs: int = 0

    def find_values(self, path: str) -> list[str | None] | None:
        """Return what stands in the path for each placeholder, as it is written; None without a match."""
        if len(path) ** self.runs <= MOST_TRIES:
            found = self.regex.fullmatch(path)
            return None if found is None else list(found.groups())
        return match_steps(self.steps, path)

    def match(self, path: str) -> dict[str, str] | None:
        """Return what the placeholders stand for, in snake case, or None where it does not match."""
        found = self.find_values(path)
        if found is None:
            return None
        values: dict[str, str] = {}
        position = 0
        for part in self.parts:
            if part.kind != "placeholder":
                continue
            text = found[position] or ""
            position += 1
            if part.text == "home":
                values["home"] = text
                continue
            if not _has_form(text, part.forms):
                return None
            words = snake(text)
            known = values.setdefault(part.text, words)
            if known != words and singular(known) != singular(words):
                return None
        return values

    def fill(self, values: dict[str, str]) -> str:
        """Return the path for given values; raises KeyError for a placeholder without one."""
        out = []
        for part in self.parts:
            if part.kind == "literal":
                out.append(part.text)
            elif part.kind == "placeholder":
                value = values[part.text]
                for form in part.forms:
                    value = FORMS[form](value)
                out.append(value)
            else:
                raise KeyError(part.text)
        return re.sub(r"/{2,}", "/", "".join(out))

    def placeholders(self) -> set[str]:
        return {part.text for part in self.parts if part.kind == "placeholder"}

    def is_fillable(self) -> bool:
        return all(part.kind in ("literal", "placeholder") for part in self.parts)

    @cached_property
    def fixed_start(self) -> str:
        """Return the literal folders that the pattern starts with."""
        first = self.parts[0] if self.parts else None
        if first is None or first.kind != "literal":
            return ""
        return first.text if len(self.parts) == 1 else first.text[: first.text.rfind("/") + 1]


def _has_form(text: str, forms: tuple[str, ...]) -> bool:
    if "pascal" in forms:
        return text[:1].isupper() and "_" not in text and "-" not in text
    if "kebab" in forms:
        return "_" not in text and text == text.lower()
    return True


@lru_cache(maxsize=4096)
def compile_pattern(text: str, where: str = "") -> Pattern:
    """Read a pattern; raises ConfigError for an unknown form or a stray brace."""
    parts: list[Part] = []
    regex = ""
    literal = wild = count = 0
    for found in TOKEN.finditer(text):
        inner, double, single, plain, stray = found.groups()
        if stray:
            raise ConfigError(f"the pattern {text!r} has a stray {stray}", where=where)
        if plain:
            parts.append(Part("literal", plain))
            regex += re.escape(plain.removeprefix("/") if regex.endswith(ANY_FOLDERS) else plain)
            literal += len(plain)
        elif double:
            parts.append(Part("wild", "**"))
            whole = text[found.end() : found.end() + 1] == "/" and text[: found.start()][-1:] in ("", "/")
            regex += ANY_FOLDERS if whole else ".*"
            wild += 3
        elif single:
            parts.append(Part("wild", "*"))
            regex += "[^/]*"
            wild += 2
        else:
            part = _placeholder(inner, text, where)
            parts.append(part)
            regex += f"(?P<p{count}>{'.*?' if part.text == 'home' else '[^/]+?'})"
            count += 1
            wild += 1
    regex = regex.replace(r"/(?P<p0>.*?)/", r"/(?:(?P<p0>.*?)/)?") if "{home}" in text else regex
    weight = (literal, -wild)
    return Pattern(text, tuple(parts), re.compile(regex), weight, _steps(parts), _count_runs(text))


def _count_runs(text: str) -> int:
    """Return how many runs of any length compete for the same signs: over folders, and inside of one."""
    crossing = text.count("**") + text.count("{home}")
    inside = (len(TOKEN.findall(s)) for s in (re.sub(r"[^{}*]|\*\*", "", seg) for seg in text.split("/")))
    return crossing + max(inside, default=0)


def _steps(parts: list[Part]) -> tuple[Step, ...]:
    """Return a pattern's parts as steps, in the meaning that its expression has."""
    steps: list[Step] = []
    group = 0
    for position, part in enumerate(parts):
        before = parts[position - 1].text if position else "/"
        after = parts[position + 1].text if position + 1 < len(parts) else ""
        between = before.endswith("/") and after.startswith("/")
        if part.kind == "literal":
            steps.append(Step(part.text))
        elif part.text == "*" and part.kind == "wild":
            steps.append(Step())
        elif part.kind == "wild":
            steps.append(Step(crosses=True))
            if between:
                steps[-1] = Step(optional=(Step(crosses=True), Step("/")))
        else:
            home = part.text == "home"
            run = Step(least=0 if home else 1, crosses=home, greedy=False, group=group)
            group += 1
            optional = home and between and run.group == 0 and position > 0 and not steps[-1].optional
            steps.append(Step(optional=(run, Step("/"))) if optional else run)
        opened = len(steps) > 1 and steps[-2].optional and part.kind == "literal"
        if opened and part.text.startswith("/"):
            steps[-1] = Step(part.text[1:]) if part.text[1:] else Step()
            if not part.text[1:]:
                steps.pop()
    return tuple(steps)


def _placeholder(inner: str, text: str, where: str) -> Part:
    if not PLACEHOLDER.match(inner):
        raise ConfigError(
            f"the pattern {text!r} has an unknown placeholder {{{inner}}}",
            where=where,
            todo="write {name}, or {name:form}",
        )
    name, *forms = inner.split(":")
    if name[:1].isupper():
        name, forms = name[:1].lower() + name[1:], ["pascal", *forms]
    for form in forms:
        if form not in FORMS:
            todo = suggest(form, FORMS, "the forms are " + ", ".join(FORMS))
            raise ConfigError(f"the pattern {text!r} asks for an unknown form {form}", where=where, todo=todo)
    return Part("placeholder", name, tuple(forms))


def match_glob(pattern: str, path: str) -> bool:
    """Whether a path matches a plain glob in which `*` stays inside one folder."""
    return compile_pattern(pattern).match(path) is not None

"""Home patterns: paths with placeholders, matched against paths and filled in to make them."""

import re
from functools import cached_property, lru_cache

import msgspec

from yandrel.errors import ConfigError, suggest
from yandrel.model.words import FORMS, singular, snake

TOKEN = re.compile(r"\{([^{}]*)\}|(\*\*)|(\*)|([^{}*]+)|([{}])")
ANY_FOLDERS = "(?:.*/)?"
"""What `**` between slashes stands for: folders, or none."""
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

    def match(self, path: str) -> dict[str, str] | None:
        """Return what the placeholders stand for, in snake case, or None where it does not match."""
        found = self.regex.fullmatch(path)
        if found is None:
            return None
        values: dict[str, str] = {}
        position = 0
        for part in self.parts:
            if part.kind != "placeholder":
                continue
            text = found.group(f"p{position}")
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
    return Pattern(text, tuple(parts), re.compile(regex), (literal, -wild))


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

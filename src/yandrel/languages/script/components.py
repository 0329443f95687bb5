"""Components: pages that hold scripts between tags, or above the page between two lines of dashes."""

import re

COMPONENTS = (".vue", ".svelte", ".astro")
SCRIPT = re.compile(
    rb"^<script\b(?P<marks>[^>]*)>(?P<code>.*?)</script\s*>", re.DOTALL | re.MULTILINE | re.IGNORECASE
)
FENCED = re.compile(rb"\A\s*---[ \t]*\r?\n(?P<code>.*?)^---[ \t]*$", re.DOTALL | re.MULTILINE)
SPOKEN = re.compile(rb"\blang\s*=\s*[\"']?(\w+)")
DIALECTS = {b"ts": "typescript", b"tsx": "tsx", b"typescript": "typescript"}
PLAIN = frozenset({b"js", b"jsx", b"javascript", b"babel"})
BESIDE = re.compile(
    rb"""\b(?:src|href)\s*=\s*["'](?P<attribute>\.{1,2}/[^"'\n?#]+)["']"""
    rb"""|@(?:import|use|forward)\s+(?:url\()?["'](?P<style>\.{1,2}/[^"'\n]+)["']"""
    rb"""|\burl\(\s*["']?(?P<url>\.{1,2}/[^"')\s?#]+)"""
    rb"""|\brequire\(\s*["'](?P<call>\.{1,2}/[^"'\n]+)["']\s*\)"""
)
"""Paths of files that a page, or its styles, ask for."""
NOT_A_LINE_END = re.compile(rb"[^\r\n]")


def is_component(path: str) -> bool:
    return path.endswith(COMPONENTS)


def find_scripts(source: bytes) -> list[tuple[int, int, str]]:
    """Return the scripts of a component: where each begins and ends, and its dialect."""
    found = []
    fenced = FENCED.match(source)
    if fenced is not None:
        found.append((*fenced.span("code"), "typescript"))
    for script in SCRIPT.finditer(source):
        spoken = SPOKEN.search(script["marks"])
        name = spoken[1].lower() if spoken is not None else b"js"
        if name in DIALECTS or name in PLAIN:
            found.append((*script.span("code"), DIALECTS.get(name, "javascript")))
    return found


def scripts_alone(source: bytes) -> tuple[bytes, str]:
    """Return a component with nothing but blanks outside its scripts, as long as it is, and its dialect."""
    scripts = find_scripts(source)
    out, at = [], 0
    for start, end, _ in scripts:
        out += [NOT_A_LINE_END.sub(b" ", source[at:start]), source[start:end]]
        at = end
    out.append(NOT_A_LINE_END.sub(b" ", source[at:]))
    dialects = {dialect for _, _, dialect in scripts}
    return b"".join(out), next((d for d in ("tsx", "typescript") if d in dialects), "javascript")


def find_files_beside(source: bytes) -> list[tuple[int, int]]:
    """Return where the page around the scripts asks for files by relative paths."""
    scripts = find_scripts(source)
    spans = [found.span(found.lastgroup or 0) for found in BESIDE.finditer(source)]
    return [span for span in spans if not any(start <= span[0] < end for start, end, _ in scripts)]


def is_named_in_page(source: bytes, name: str) -> bool:
    """Whether the page around the scripts has a word, which may stand for what a script binds."""
    at, outside = 0, []
    for start, end, _ in find_scripts(source):
        outside.append(source[at:start])
        at = end
    word = re.compile(rb"(?<![\w$])" + re.escape(name.encode()) + rb"(?![\w$])")
    return word.search(b"\n".join([*outside, source[at:]])) is not None

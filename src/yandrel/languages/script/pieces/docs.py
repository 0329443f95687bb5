"""Names in doc comments."""

import re

DOC_COMMENT = re.compile(rb"/\*\*.*?\*/", re.DOTALL)
DOC_BRACES = re.compile(rb"\{[^{}]*\}")


def find_in_docs(source: bytes, name: str) -> list[tuple[int, int]]:
    """Return where doc comments name something as a type: `{Name}`, `{@link Name}`."""
    spans = []
    word = re.compile(rb"(?<![\w$.])" + re.escape(name.encode()) + rb"(?![\w$])")
    for comment in DOC_COMMENT.finditer(source):
        for braces in DOC_BRACES.finditer(comment.group()):
            start = comment.start() + braces.start()
            spans += [(start + f.start(), start + f.end()) for f in word.finditer(braces.group())]
    return spans

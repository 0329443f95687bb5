"""A unified diff with git's rename headers, which `git apply` takes."""

import difflib

from yandrel.moves.plan import FileChange

NO_NEWLINE = "\\ No newline at end of file"


def unified_diff(files: list[FileChange]) -> str:
    """Return the diff of all changes; files that are not UTF-8 text are named only."""
    return "".join(_one(change) for change in files)


def _one(change: FileChange) -> str:
    old, new = change.old or change.new, change.new or change.old
    mode = "100755" if change.mode & 0o100 else "100644"
    lines = [f"diff --git {_quoted('a/' + old)} {_quoted('b/' + new)}"]
    if not change.old:
        lines.append(f"new file mode {mode}")
    elif not change.new:
        lines.append(f"deleted file mode {mode}")
    elif change.old != change.new:
        share = _likeness(change)
        lines += [
            f"similarity index {share}%",
            f"rename from {_name(old)}",
            f"rename to {_name(new)}",
        ]
    if change.before != change.after:
        before, after = change.before or b"", change.after or b""
        try:
            body = _hunks(before.decode("utf-8"), after.decode("utf-8"))
        except UnicodeDecodeError:
            body = [f"Binary files {_quoted('a/' + old)} and {_quoted('b/' + new)} differ"]
        if body and not body[0].startswith("Binary"):
            first = _quoted("a/" + old) if change.old else "/dev/null"
            second = _quoted("b/" + new) if change.new else "/dev/null"
            lines += [f"--- {first}", f"+++ {second}"]
        lines += body
    return "\n".join(lines) + "\n"


def _hunks(before: str, after: str) -> list[str]:
    old, new = _split(before), _split(after)
    out: list[str] = []
    for line in list(difflib.unified_diff(old, new, n=3, lineterm="\n"))[2:]:
        if line.endswith("\n"):
            out.append(line[:-1])
        else:
            out += [line, NO_NEWLINE]
    return out


def _split(text: str) -> list[str]:
    lines = text.split("\n")
    return [line + "\n" for line in lines[:-1]] + ([lines[-1]] if lines[-1] else [])


def _likeness(change: FileChange) -> int:
    if change.before == change.after:
        return 100
    before, after = (change.before or b"").split(b"\n"), (change.after or b"").split(b"\n")
    same = len(set(before) & set(after))
    return max(1, min(99, round(100 * same / max(len(set(before) | set(after)), 1))))


def _name(path: str) -> str:
    return _quoted(path)


def _quoted(path: str) -> str:
    if path.isascii() and path.isprintable() and '"' not in path and "\\" not in path:
        return path
    out = []
    for byte in path.encode("utf-8", "surrogateescape"):
        if byte in b'"\\':
            out.append("\\" + chr(byte))
        elif 32 <= byte < 127:
            out.append(chr(byte))
        else:
            out.append(f"\\{byte:03o}")
    return '"' + "".join(out) + '"'

"""Paths of an application's files, relative to its root, and which of them may be written."""

import os

from yandrel.errors import RefusedError

OWN_FOLDERS = frozenset({".git", ".yandrel", ".hg", ".svn"})
"""Folders at any depth that no change may touch: they belong to version control or to Yandrel itself."""
LONGEST_NAME = 255
"""Bytes in a name, on every common file system."""


def find_path_fault(path: str) -> str:
    """Return what is wrong with a path that a change is to write; nothing where it may be written."""
    if not path or "\0" in path:
        return "is not a file name"
    if path.startswith("/") or os.path.isabs(path) or os.path.splitdrive(path)[0]:
        return "is outside of the application"
    parts = path.split("/")
    if ".." in parts:
        return "is outside of the application"
    if "" in parts or "." in parts or (os.sep != "/" and os.sep in path):
        return "is not a plain path"
    if any(part.lower() in OWN_FOLDERS for part in parts):
        return "is not for source code"
    try:
        longest = max(len(part.encode("utf-8")) for part in parts)
    except UnicodeEncodeError:
        return "is not UTF-8"
    return "has a name of more than 255 bytes" if longest > LONGEST_NAME else ""


def check_path(path: str) -> str:
    """Return a path that a change may write; raises RefusedError where it may not."""
    fault = find_path_fault(path)
    if fault:
        raise RefusedError(fault, where=path, todo="name a place inside the application")
    return path

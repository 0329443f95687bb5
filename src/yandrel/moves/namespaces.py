"""Namespaces that types leave, and what configuration says of types without naming them in full."""

import re
from collections.abc import Iterator, Mapping

from yandrel.model.changes import Replacement

PACKAGE = re.compile(rb"\bpackage\s*=\s*\"([\w.]+)\"|<package>\s*([\w.]+)\s*</package>")
"""What an XML file says its types' names are to be read in."""
TYPE_NAME = re.compile(
    rb"<(?:class|subclass|joined-subclass|union-subclass|entity|embeddable|mapped-superclass)\b[^<>]*?"
    rb"\b(?:name|class)\s*=\s*\"(\w+)\""
    rb"|\b(?:class|extends|proxy)\s*=\s*\"(\w+)\""
)

MAKER = re.compile(
    rb"(?:<(?:groupId|artifactId)>|\b(?:group|groupId|organisation)\b[\"']?\s*[=:]?\s*[\"'])\s*\Z"
)
"""What stands before the name of who makes something."""


def find_left_namespaces(names: Mapping[str, str], renamed: Mapping[str, str]) -> dict[str, str]:
    """Return the namespaces that some type leaves and others stay in, with one that leaves.

    `names` are all qualified names that change, `renamed` the namespaces among them.
    """
    left: dict[str, str] = {}
    for old, new in names.items():
        if old in renamed:
            continue
        outer = old
        while found := re.search(r"[.\\]\w+\Z", outer):
            outer = outer[: found.start()]
            inside = outer + found[0][0]
            if outer in renamed or new.startswith(inside) or not re.search(r"[.\\]", outer):
                break
            left.setdefault(outer, re.split(r"[.\\]", old)[-1])
    return left


def says_package(data: bytes, at: int) -> bool:
    """Whether a place in an XML file says the package that its types' names are read in."""
    return any(found.start() <= at < found.end() for found in PACKAGE.finditer(data))


def says_maker(data: bytes, at: int) -> bool:
    """Whether a place in a build file says who makes something, which is written like a package."""
    return MAKER.search(data[max(0, at - 40) : at]) is not None


def edit_relative_names(data: bytes, names: Mapping[str, str]) -> Iterator[Replacement]:
    """Yield the edits of names in an XML file that are read in the package it says, and leave that package.

    `names` are the qualified names that change, old to new.
    """
    said = PACKAGE.search(data)
    package = (said[1] or said[2]).decode() if said is not None else ""
    if not package:
        return
    stays = names.get(package, package)
    for found in TYPE_NAME.finditer(data):
        group = 1 if found[1] is not None else 2
        new = names.get(f"{package}.{found[group].decode()}")
        if new is None:
            continue
        namespace, _, last = new.rpartition(".")
        text = last if namespace == stays else new
        if text != found[group].decode():
            yield Replacement(*found.span(group), found[group], text.encode(), f"names {package}.{text}")

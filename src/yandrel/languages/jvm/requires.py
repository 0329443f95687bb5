"""The modules of the JDK, and others, that what moves into a Java module needs it to require."""

import re
from collections.abc import Iterator, Mapping
from functools import lru_cache

from yandrel.languages.jvm.builds import CODE_COMMENT
from yandrel.languages.jvm.module_reach import PASSED_ON, JavaModules
from yandrel.languages.named.content import Content
from yandrel.model.changes import Relocation

PACKAGES = {
    "java.compiler": "javax.annotation.processing javax.lang.model javax.tools",
    "java.datatransfer": "java.awt.datatransfer",
    "java.desktop": "java.applet java.awt java.beans javax.accessibility javax.imageio javax.print "
    "javax.sound javax.swing",
    "java.instrument": "java.lang.instrument",
    "java.logging": "java.util.logging",
    "java.management": "java.lang.management javax.management",
    "java.management.rmi": "javax.management.remote.rmi",
    "java.naming": "javax.naming",
    "java.net.http": "java.net.http",
    "java.prefs": "java.util.prefs",
    "java.rmi": "java.rmi javax.rmi.ssl",
    "java.scripting": "javax.script",
    "java.security.jgss": "javax.security.auth.kerberos org.ietf.jgss",
    "java.security.sasl": "javax.security.sasl",
    "java.sql": "java.sql javax.sql",
    "java.sql.rowset": "javax.sql.rowset",
    "java.transaction.xa": "javax.transaction.xa",
    "java.xml": "javax.xml org.w3c.dom org.xml.sax",
    "java.xml.crypto": "javax.xml.crypto",
    "jdk.httpserver": "com.sun.net.httpserver",
    "jdk.jfr": "jdk.jfr",
    "jdk.management": "com.sun.management",
    "jdk.net": "jdk.net jdk.nio",
    "jdk.unsupported": "com.sun.nio.file sun.misc sun.reflect",
}
"""The packages below which each module of the JDK holds types; of several that fit, the longest counts."""
OWNERS = {package: module for module, packages in PACKAGES.items() for package in packages.split()}
QUALIFIED = re.compile(rb"(?<![\w.])[a-z]\w*(?:\.\w+)+")


def find_required(
    modules: JavaModules, module: str, relocation: Relocation, contents: Mapping[str, Content]
) -> list[str]:
    """Return what a module must require on top of what it reads for what comes into it, in order."""
    known = modules.read_by.get(module, set())
    needed: set[str] = set()
    for old, new, text in _find_arriving(relocation, contents):
        here, there = modules.place_of(old)[0], modules.place_of(new)[0]
        if not module or there != module or here == there:
            continue
        read_before = modules.read_by.get(here, set())
        outside = read_before - modules.read_by.keys()
        for name in {found.decode() for found in QUALIFIED.findall(CODE_COMMENT.sub(b"", text))}:
            owner = owner_of(name) or _owner_among(outside, name)
            if owner and owner not in known and (not here or owner in read_before):
                needed.add(owner)
    return sorted(needed - {passed for name in needed for passed in PASSED_ON.get(name, ())})


def _find_arriving(
    relocation: Relocation, contents: Mapping[str, Content]
) -> Iterator[tuple[str, str, bytes]]:
    """Yield what moves: where it was, where it will be, and its text with the imports that it may use."""
    for old, new in relocation.units.items():
        if old in contents:
            yield old, new, contents[old].source
    for symbol, target in relocation.definitions.items():
        content = contents.get(symbol.unit)
        for held in content.held if content is not None else ():
            if content is not None and held.name == symbol.name:
                text = content.source[held.start : held.end]
                used = [
                    clause.path.encode() + b".x"
                    for clause in content.clauses
                    if not clause.bound or clause.bound.encode() in text
                ]
                yield symbol.unit, target.unit, b" ".join([text, *used])


@lru_cache(maxsize=4096)
def owner_of(name: str) -> str:
    """Return the module of the JDK that holds a type or a package, besides the one that all read."""
    while name:
        if name in OWNERS:
            return OWNERS[name]
        name = name.rpartition(".")[0]
    return ""


def _owner_among(modules: set[str], name: str) -> str:
    """Return the module, of some that are read, which is called like the package that it holds."""
    fitting = (m for m in modules if name.startswith(m + ".") and not m.startswith(("java.", "jdk.")))
    return max(fitting, key=len, default="")

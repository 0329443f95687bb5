"""Which names lead to the application's own definitions, read with regular expressions alone."""

import json
import re
from collections import Counter, defaultdict
from collections.abc import Iterator
from pathlib import Path

KOTLIN_NOISE = re.compile(r'"""[\s\S]*?"""|/\*[\s\S]*?\*/|//[^\n]*|"(?:\\.|[^"\\\n])*"|\'(?:\\.|[^\'\\])\'')
KOTLIN_PACKAGE = re.compile(r"^\s*package\s+([\w.`]+)", re.MULTILINE)
KOTLIN_IMPORT = re.compile(r"^\s*import\s+([\w.`]+?)(\.\*)?(?:\s+as\s+(\w+))?\s*;?\s*$", re.MULTILINE)
KOTLIN_DECLARED = re.compile(
    r"^(?:@[\w.]+(?:\([^)\n]*\))?\s*)*(?P<words>(?:(?:public|internal|private|expect|actual|open|abstract|sealed|data|inline|enum"
    r"|annotation|fun|suspend|operator|infix|tailrec|const|lateinit|external|value)\s+)*)"
    r"(?:class|interface|object|fun|val|var|typealias)\s+(?:<[^>\n]*>\s*)?(?:[\w<>?*, ]+\.)*(?P<name>\w+)",
    re.MULTILINE,
)
KOTLIN_OWN = re.compile(
    r"^[ \t]+[^\n]*?\b(?:val|var|fun)\s+(?:<[^>\n]*>\s*)?(?:[\w<>?*, ]+\.)*(\w+)"
    r"|[(,]\s*(?:va[lr]\s+)?(\w+)\s*:",
    re.MULTILINE,
)
"""What a class, a function or a parameter list declares, which hides what is called like it outside."""
OBJECT_BEFORE = re.compile(r"\b[A-Z]\w*\.\Z")
KOTLIN_WORDS = {"finally", "catch", "get", "set", "init", "value"}
WORD = re.compile(r"(?<![\w`])[A-Za-z_]\w*")
PHP_NOISE = re.compile(
    r"/\*[\s\S]*?\*/|<<<[ \t]*['\"]?(\w+)['\"]?\n[\s\S]*?\n\s*\1\b|//[^\n]*"
    r"|(?<![\w$])#(?!\[)[^\n]*|'(?:\\.|[^'\\])*'|\"(?:\\.|[^\"\\])*\""
)
PHP_DECLARED = re.compile(
    r"^\s*(?:(?:abstract|final|readonly)\s+)*(?:class|interface|trait|enum)\s+(\w+)", re.MULTILINE
)
PHP_NAMESPACE = re.compile(r"^\s*namespace\s+([\w\\]+)\s*[;{]", re.MULTILINE)
PHP_USE = re.compile(r"^use\s+(?!function|const)([^;(]+);", re.MULTILINE)
PHP_USE_IN_BLOCK = re.compile(r"^[ \t]*use\s+(?!function|const)([^;({]*\\[^;({]*);", re.MULTILINE)
PHP_NAMED = re.compile(
    r"(?:\bnew\s+|\binstanceof\s+|\bextends\s+|\bimplements\s+|#\[\s*)(\\?[A-Za-z_][\w\\]*)"
    r"|(\\?[A-Za-z_][\w\\]*)(?=\s*::)|(?<=[(,|:?&\s])(\\?[A-Za-z_][\w\\]*)(?=\s+&?(?:\.\.\.)?\$\w)"
    r"|(?<=\))\s*:\s*\??(\\?[A-Za-z_][\w\\]*)"
)


def _without(noise: re.Pattern[str], text: str) -> str:
    return noise.sub(lambda found: " " + "\n" * found.group().count("\n"), text)


def resolve_kotlin(texts: Iterator[tuple[str, str]]) -> Counter[str]:
    """Return how often each definition of the application is named where its name leads to it."""
    clean = {path: _without(KOTLIN_NOISE, text) for path, text in texts}
    declared: dict[str, set[str]] = defaultdict(set)
    hidden: dict[str, set[str]] = defaultdict(set)
    packages: dict[str, str] = {}
    for path, text in clean.items():
        found = KOTLIN_PACKAGE.search(text)
        packages[path] = found[1] if found else ""
        for name in KOTLIN_DECLARED.finditer(text):
            whole = declared if "private" not in name["words"].split() else hidden
            whole[packages[path] if whole is declared else path].add(name["name"])
    known = {name for names in (*declared.values(), *hidden.values()) for name in names}
    uses: Counter[str] = Counter()
    for path, text in clean.items():
        visible: dict[str, str] = {name: name for name in declared[packages[path]] | hidden[path]}
        for item in KOTLIN_IMPORT.finditer(text):
            if item[2]:
                visible |= {name: name for name in declared.get(item[1], ())}
                continue
            package, _, name = item[1].rpartition(".")
            if name in declared.get(package, ()):
                visible[item[3] or name] = name
            else:
                visible.pop(item[3] or name, None)
        body = KOTLIN_IMPORT.sub("", KOTLIN_PACKAGE.sub("", text))
        own = {name for found in KOTLIN_OWN.finditer(body) for name in found.groups() if name} | KOTLIN_WORDS
        for word in WORD.finditer(body):
            name = "" if word[0] in own else visible.get(word[0], "")
            after_dot = body[word.start() - 1 : word.start()] == "."
            of_object = after_dot and OBJECT_BEFORE.search(body[max(0, word.start() - 60) : word.start()])
            if name in known and not (after_dot and name[0].isupper()) and not of_object:
                uses[name] += 1
    return uses


def resolve_php(texts: Iterator[tuple[str, str]]) -> Counter[str]:
    """The same for types of PHP, in the places where the language takes a name for one."""
    clean = {path: _without(PHP_NOISE, text) for path, text in texts}
    declared: set[str] = set()
    spaces: dict[str, str] = {}
    for path, text in clean.items():
        found = PHP_NAMESPACE.search(text)
        spaces[path] = found[1] if found else ""
        declared |= {
            (spaces[path] + "\\" + name[1]).lstrip("\\").lower() for name in PHP_DECLARED.finditer(text)
        }
    uses: Counter[str] = Counter()
    for path, text in clean.items():
        aliases: dict[str, str] = {}
        blocks = len(PHP_NAMESPACE.findall(text)) != text.count("namespace ") or "namespace {" in text
        for item in (PHP_USE_IN_BLOCK if blocks else PHP_USE).finditer(text):
            for name, alias in _php_names(item[1]):
                aliases[alias.lower()] = name
        for named in PHP_NAMED.finditer(text):
            name = next(group for group in named.groups() if group)
            first, slash, rest = name.partition("\\")
            if name.startswith("\\"):
                full = name[1:]
            elif first.lower() in aliases:
                full = aliases[first.lower()] + slash + rest
            else:
                full = (spaces[path] + "\\" + name).lstrip("\\")
            if full.lower() in declared:
                uses[full.rpartition("\\")[2]] += 1
    return uses


def find_autoloaded(root: Path, texts: Iterator[tuple[str, str]]) -> Counter[str]:
    """Return the classes that Composer's loaders would find by their names, or by its map of classes."""
    prefixes: list[tuple[str, str, bool]] = []
    mapped: list[str] = []
    for place in root.rglob("composer.json"):
        base = place.parent.relative_to(root).as_posix().removeprefix(".")
        try:
            held = json.loads(place.read_text(encoding="utf-8"))
        except ValueError:
            continue
        for section in ("autoload", "autoload-dev"):
            loaded = held.get(section, {}) or {}
            mapped += [f"{base}/{place}".strip("/") for place in loaded.get("classmap", ())]
            for standard in ("psr-4", "psr-0"):
                for prefix, folders in loaded.get(standard, {}).items():
                    for folder in folders if isinstance(folders, list) else [folders]:
                        below = f"{base}/{folder}".strip("/").removesuffix("/")
                        whole = standard == "psr-0"
                        prefixes.append((prefix.strip("\\"), below + "/" if below else "", whole))
    found: Counter[str] = Counter()
    for path, text in texts:
        clean = _without(PHP_NOISE, text)
        declared = {name[1] for name in PHP_DECLARED.finditer(clean)}
        stem = path.rpartition("/")[2].removesuffix(".php")
        if any(path == place or path.startswith(place + "/") for place in mapped):
            found.update(f"autoloaded {name}" for name in declared)
            continue
        if stem not in declared:
            continue
        spaces = {name[1] for name in PHP_NAMESPACE.finditer(clean)} or {""}
        for prefix, folder, whole in prefixes:
            below = path[len(folder) :].rpartition("/")[0].replace("/", "\\")
            space = below if whole else "\\".join(filter(None, (prefix, below)))
            if path.startswith(folder) and space in spaces:
                found["autoloaded " + stem] += 1
                break
    return found


def _php_names(text: str) -> Iterator[tuple[str, str]]:
    prefix, brace, inner = text.partition("{")
    parts = inner.rstrip("} \n").split(",") if brace else text.split(",")
    for part in parts:
        name, _, alias = part.strip().partition(" as ")
        full = (prefix.strip() + name.strip() if brace else name.strip()).lstrip("\\")
        if full:
            yield full, alias.strip() or full.rpartition("\\")[2]

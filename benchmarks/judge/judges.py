"""What compilers, and resolvers that share no code with Yandrel, find in a whole application."""

import re
import shutil
import subprocess
from collections import Counter
from collections.abc import Callable, Iterator
from dataclasses import dataclass, field
from pathlib import Path
from xml.etree import ElementTree

from benchmarks.judge.python_names import undefined_python, unresolved_python
from benchmarks.judge.resolvers import find_autoloaded, resolve_kotlin, resolve_php
from benchmarks.judge.swift import resolve_swift

ENDINGS = {
    "python": (".py",), "java": (".java",), "kotlin": (".kt",), "csharp": (".cs",), "php": (".php",),
    "go": (".go",),
    "typescript": (".ts", ".tsx"), "javascript": (".js", ".mjs", ".cjs"), "swift": (".swift",),
}  # fmt: skip
QUALIFIED = re.compile(r"(?:\.{1,2}/)+|\b(?:[\w-]+[./\\])+(?=\w)")
TOOLS = Path(".tools")


@dataclass
class Findings:
    """What is wrong, and what names lead somewhere: a right move adds nothing to the one, and takes nothing
    from the other."""

    errors: Counter[str] = field(default_factory=Counter)
    found: Counter[str] = field(default_factory=Counter)

    def lost_in(self, after: "Findings") -> list[str]:
        new = after.errors - self.errors
        for text in [text for text in new if NOT_INSTALLED.match(text) and text in self.errors]:
            del new[text]
        gone = self.found - after.found
        return [
            *(f"{n} x {text}" for text, n in new.items()),
            *(f"lost {n} x {name}" for name, n in gone.items()),
        ]


NOT_INSTALLED = re.compile(r"CS0234 |TS2307 Cannot find module '[^.]|TS(?:2305|2459|2724) ")
"""What is said of packages and assemblies that are not here: as often as files import them."""


def _said(*words: str, root: Path) -> str:
    done = subprocess.run(
        words, cwd=root, capture_output=True, text=True, check=False, timeout=1200, errors="replace"
    )
    return done.stdout + done.stderr


def _files(root: Path, endings: tuple[str, ...]) -> list[str]:
    skipped = {"node_modules", ".yandrel", "dist"}
    return [
        path.relative_to(root).as_posix()
        for path in sorted(root.rglob("*"))
        if path.name.endswith(endings) and path.is_file() and not skipped & set(path.relative_to(root).parts)
    ]


def _plain(text: str, renamed: dict[str, str]) -> str:
    """Return a message without the packages and folders in it, and with old names for new ones."""
    text = QUALIFIED.sub("", text)
    for new, old in renamed.items():
        text = re.sub(rf"\b{re.escape(new)}\b", old, text)
    return text.strip()


def judge_java(root: Path, renamed: dict[str, str]) -> Findings:
    (root / ".yandrel").mkdir(exist_ok=True)
    listing = root / ".yandrel" / "files"
    files = [
        f for f in _files(root, ENDINGS["java"]) if not f.endswith(("package-info.java", "module-info.java"))
    ]
    listing.write_text("\n".join(f'"{f}"' for f in files))
    out = root / ".yandrel" / "classes"
    said = _said(
        "javac", "-proc:none", "-nowarn", "-Xmaxerrs", "100000", "--should-stop=ifError=FLOW",
        "-encoding", "UTF-8", "-d", str(out), f"@{listing}", root=root,
    )  # fmt: skip
    shutil.rmtree(out, ignore_errors=True)
    errors: Counter[str] = Counter()
    lines = said.split("\n")
    for number, line in enumerate(lines):
        found = re.match(r"\S+\.java:\d+: error: (.*)", line)
        if found is not None:
            symbol = next((x for x in lines[number + 1 : number + 5] if x.startswith("  symbol:")), "")
            errors[_plain(found[1] + symbol, renamed)] += 1
    return Findings(errors)


def judge_csharp(root: Path, renamed: dict[str, str]) -> Findings:
    (root / ".yandrel").mkdir(exist_ok=True)
    listing = root / ".yandrel" / "files"
    listing.write_text("\n".join(f'"{f}"' for f in _files(root, (".cs",))))
    out = root / ".yandrel" / "out.dll"
    references = ["System.Core", "System.Xml", "System.Data", "System.Numerics", "System.Xml.Linq",
                  "System.Runtime.Serialization", "System.Windows.Forms", "System.Drawing"]  # fmt: skip
    known = [f"-r:{name}.dll" for name in references if list(Path("/usr/lib/mono").glob(f"4.5/{name}.dll"))]
    said = _said(
        "mcs", "-target:library", "-unsafe", "-nowarn:0-9999", f"-out:{out}", *known, f"@{listing}", root=root
    )
    errors: Counter[str] = Counter()
    for line in said.split("\n"):
        found = re.match(r".*?error (CS\d+): (.*)", line)
        if found is not None:
            errors[_plain(f"{found[1]} {found[2]}", renamed)] += 1
    return Findings(errors + _faults_of_projects(root))


def _faults_of_projects(root: Path) -> Counter[str]:
    """Count project files that are no XML any more, files that they list and that are not there, and files
    below such a list that no list has."""
    faults: Counter[str] = Counter()
    there: set[Path] = set()
    below: set[Path] = set()
    for project in _files(root, (".csproj",)):
        try:
            tree = ElementTree.fromstring((root / project).read_bytes())
        except ElementTree.ParseError:
            faults["a project that is no XML"] += 1
            continue
        listed = [
            node.get("Include", "").replace("\\", "/")
            for node in tree.iter()
            if node.tag.rpartition("}")[2] == "Compile" and "*" not in node.get("Include", "")
        ]
        folder = (root / project).parent
        faults["listed and not there"] += sum(not (folder / path).exists() for path in listed)
        there |= {(folder / path).resolve() for path in listed}
        inner = [path.parent for path in folder.rglob("*.csproj") if path.parent != folder]
        own = (path for path in folder.rglob("*.cs") if not any(path.is_relative_to(i) for i in inner))
        below |= {path.resolve() for path in own} if listed else set()
    faults["there and not listed"] += len(below - there)
    return faults


def judge_script(root: Path, renamed: dict[str, str]) -> Findings:
    files = [
        f for f in _files(root, (*ENDINGS["typescript"], *ENDINGS["javascript"])) if not f.endswith(".d.ts")
    ]
    listing = root / ".yandrel" / "tsconfig.judge.json"
    listing.parent.mkdir(exist_ok=True)
    paths = ", ".join(f'"../{f}"' for f in files)
    listing.write_text(
        '{"compilerOptions": {"noEmit": true, "allowJs": true, "checkJs": true, "target": "es2022", '
        '"module": "preserve", "moduleResolution": "bundler", "skipLibCheck": true, "types": ["node"], '
        '"allowImportingTsExtensions": true, "resolveJsonModule": true, "experimentalDecorators": true, '
        '"incremental": true, "tsBuildInfoFile": "known.tsbuildinfo", '
        f'"typeRoots": ["{(TOOLS / "node_modules/@types").resolve()}"]}}, "files": [{paths}]}}'
    )
    tsc = str((TOOLS / "node_modules/.bin/tsc").resolve())
    said = _said("node", "--max-old-space-size=8000", tsc, "-p", str(listing), "--pretty", "false", root=root)
    errors: Counter[str] = Counter()
    for line in said.split("\n"):
        found = re.match(r"\S.*?\(\d+,\d+\): error (TS\d+): (.*)", line)
        code = SUGGESTED.get(found[1], found[1]) if found is not None else ""
        if found is not None and code in TOLD:
            errors[_plain(f"{code} {OTHERWISE.split(found[2])[0]}", renamed)] += 1
    return Findings(errors)


OTHERWISE = re.compile(r" Did you mean | on type ")
"""Where an error goes on with what is put otherwise from run to run."""
SUGGESTED = {"TS2552": "TS2304", "TS2551": "TS2339"}
"""What an error is called where another name is suggested, which is done for the first ones alone."""
TOLD = frozenset(
    ["TS2304", "TS2305", "TS2306", "TS2307", "TS2614", "TS2613", "TS2724", "TS2459", "TS1192", "TS2300",
     "TS2451", "TS2395", "TS2440", "TS2552", "TS2503", "TS2339", "TS6137", "TS2834", "TS2835", "TS7016",
     "TS2456", "TS1361"]
)  # fmt: skip


def judge_go(root: Path, renamed: dict[str, str]) -> Findings:
    program = Path(__file__).parent / "checker.go"
    built = Path("/tmp/yandrel-go-checker")
    if not built.exists() or built.stat().st_mtime < program.stat().st_mtime:
        subprocess.run(["go", "build", "-o", str(built), str(program)], check=True)
    errors: Counter[str] = Counter()
    for line in _said(str(built), str(root), root=root).split("\n"):
        if line:
            errors[_plain(line, renamed)] += 1
    return Findings(errors)


def judge_swift(root: Path, renamed: dict[str, str]) -> Findings:
    texts = (
        (path, (root / path).read_text(encoding="utf-8", errors="replace"))
        for path in _files(root, ENDINGS["swift"])
    )
    found: Counter[str] = Counter()
    uses, refused = resolve_swift(root, texts)
    for name, count in uses.items():
        found[renamed.get(name, name)] += count
    return Findings(refused, found)


def judge_python(root: Path, renamed: dict[str, str]) -> Findings:
    texts = [
        (path, (root / path).read_text(encoding="utf-8", errors="replace"))
        for path in _files(root, ENDINGS["python"])
    ]
    errors = undefined_python(iter(texts)) + unresolved_python(iter(texts))
    return Findings(Counter({_plain(text, renamed): count for text, count in errors.items()}))


def judge_by_names(resolve: Callable[[Iterator[tuple[str, str]]], Counter[str]], language: str) -> "Judge":
    def judge(root: Path, renamed: dict[str, str]) -> Findings:
        texts = [
            (path, (root / path).read_text(encoding="utf-8", errors="replace"))
            for path in _files(root, ENDINGS[language])
        ]
        found: Counter[str] = Counter()
        for name, count in resolve(iter(texts)).items():
            found[renamed.get(name, name)] += count
        if language == "php":
            for name, count in find_autoloaded(root, iter(texts)).items():
                word, _, last = name.partition(" ")
                found[f"{word} {renamed.get(last, last)}"] += count
        return Findings(found=found)

    return judge


Judge = Callable[[Path, dict[str, str]], Findings]
JUDGES: dict[str, Judge] = {
    "java": judge_java,
    "csharp": judge_csharp,
    "go": judge_go,
    "javascript": judge_script,
    "typescript": judge_script,
    "kotlin": judge_by_names(resolve_kotlin, "kotlin"),
    "python": judge_python,
    "php": judge_by_names(resolve_php, "php"),
    "swift": judge_swift,
}

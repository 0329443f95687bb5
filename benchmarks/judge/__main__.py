"""Random moves on an application that others wrote, each judged and taken back.

    python -m benchmarks.judge APP LANGUAGE units|types|folders COUNT SEED [OUT] [--written-only]

APP is copied first and never changed. What a compiler or a resolver of our own says of the whole
application is compared before and after each move: a move is right when nothing that was found is lost, and
when no text still has an old path or name that the notes do not list (`--written-only` asks for this alone).
"""

import hashlib
import json
import random
import shutil
import subprocess
import sys
import tempfile
import time
from collections import Counter
from collections.abc import Iterator
from pathlib import Path

from benchmarks.judge.judges import ENDINGS, JUDGES, Findings
from benchmarks.judge.written import WrittenJudge, read_listed, silent

FAR = 0.2
"""How often a target is chosen from the whole application: across modules most moves are rightly refused."""
SOURCE_FOLDERS = {"java", "kotlin", "src", "lib", "classes"}
HOLD_TARGETS = {"Sources", "Tests"}
SKIPPED = {".git", "node_modules", ".yandrel", "dist", "build"}


def read_digests(root: Path) -> dict[str, str]:
    return {
        path.relative_to(root).as_posix(): hashlib.sha1(path.read_bytes()).hexdigest()
        for path in sorted(root.rglob("*"))
        if path.is_file() and not path.is_symlink() and not SKIPPED & set(path.relative_to(root).parts)
    }


def run_yandrel(root: Path, *words: str) -> subprocess.CompletedProcess[str]:
    command = [sys.executable, "-m", "yandrel", *words]
    return subprocess.run(command, cwd=root, capture_output=True, text=True, check=False, timeout=900)


def find_units(root: Path, language: str) -> list[str]:
    endings = ENDINGS[language]
    units = [path for path in read_digests(root) if path.endswith(endings) and not path.endswith(".d.ts")]
    return [unit for unit in units if Path(unit).name not in ("package-info.java", "module-info.java")]


def find_near(paths: list[str], unit: str) -> list[str]:
    """Return those of some paths that stand under the source root of a unit, as its folders' names tell."""
    segments = unit.split("/")[:-1]
    found = [
        i + 1 + (s in HOLD_TARGETS) for i, s in enumerate(segments) if s in SOURCE_FOLDERS | HOLD_TARGETS
    ]
    at = max(found, default=1)
    start = "/".join(segments[:at])
    return [path for path in paths if path == start or path.startswith(start + "/")] or paths


def choose(root: Path, language: str, kind: str, seed: int) -> Iterator[tuple[str, str]]:
    """Yield what is moved and where to, without end."""
    chance = random.Random(seed)
    units = find_units(root, language)
    folders = sorted({unit.rpartition("/")[0] for unit in units} - {""})
    while True:
        unit = chance.choice(units)
        near = [folder for folder in find_near(folders, unit) if folder != unit.rpartition("/")[0]]
        folder = chance.choice(folders if chance.random() < FAR or not near else near)
        ending = "." + unit.rpartition(".")[2]
        name = (
            f"Moved{chance.randrange(1000)}"
            if language in NAMED_LIKE_TYPES
            else f"moved_{chance.randrange(1000)}"
        )
        if kind == "units":
            renamed = chance.random() < 0.3
            yield unit, f"{folder}/{name}{ending}" if renamed else f"{folder}/"
        elif kind == "types":
            definitions = list_definitions(root, unit)
            if definitions:
                yield (
                    f"{unit}:{chance.choice(definitions)}",
                    chance.choice([f"{folder}/", f"{folder}/", chance.choice(find_near(units, unit))]),
                )
        else:
            source = unit.rpartition("/")[0] or folders[0]
            target = f"{folder}/moved{chance.randrange(1000)}" if chance.random() < 0.5 else f"{folder}/"
            if not f"{folder}/".startswith(f"{source}/"):
                yield f"{source}/", target


def _renamed(source: str, target: str) -> dict[str, str]:
    """Return the new name of what was moved with its old one, where it got one."""
    if target.endswith("/") or ":" in source:
        return {}
    old, new = (path.rstrip("/").rpartition("/")[2].partition(".")[0] for path in (source, target))
    return {new: old}


NAMED_LIKE_TYPES = ("java", "php", "csharp", "kotlin", "swift")


def list_definitions(root: Path, unit: str) -> list[str]:
    from yandrel.index.code import language_of
    from yandrel.languages.registry import load_language

    name = language_of(unit)
    if name is None:
        return []
    facts = load_language(name).read_facts((root / unit).read_bytes(), unit)
    return [d.name for d in facts.definitions if not d.is_method and d.kind != "constant"]


def main() -> None:
    written_only = "--written-only" in sys.argv
    words = [word for word in sys.argv[1:] if word != "--written-only"]
    app, language, kind, count, seed = words[:5]
    out = Path(words[5]) if len(words) > 5 else None
    judge = JUDGES[language] if not written_only else lambda root, renamed: Findings()
    with tempfile.TemporaryDirectory() as place:
        root = Path(place) / "app"
        shutil.copytree(app, root, ignore=shutil.ignore_patterns(*SKIPPED), symlinks=True)
        (root / ".git").mkdir()
        bytes_before = read_digests(root)
        found_before = judge(root, {})
        written = WrittenJudge(root, language)
        totals: Counter[str] = Counter()
        listed = 0
        for source, target in choose(root, language, kind, int(seed)):
            if sum(totals.values()) >= int(count):
                break
            started = time.monotonic()
            done = run_yandrel(root, "move", source, target, "--format", "json")
            verdict, said = "right", ""
            if done.returncode == 0:
                lost = found_before.lost_in(judge(root, _renamed(source, target)))
                report = json.loads(done.stdout)
                stale = silent(written.hits(), read_listed(report))
                listed += len(report["notes"])
                if lost:
                    verdict, said = "wrong", "; ".join(lost[:6])
                elif stale:
                    verdict, said = "stale", f"{len(stale)}: " + "; ".join(map(str, stale[:6]))
                back = run_yandrel(root, "undo")
                if back.returncode or read_digests(root) != bytes_before:
                    verdict, said = "undo", back.stderr
            elif done.returncode in (2, 3):
                verdict = "refused" if done.returncode == 3 else "called wrong"
                said = done.stderr.strip().split("\n")[0]
            else:
                verdict, said = "crashed", done.stderr[-400:]
            if verdict in ("undo", "crashed"):
                shutil.rmtree(root)
                shutil.copytree(app, root, ignore=shutil.ignore_patterns(*SKIPPED), symlinks=True)
                (root / ".git").mkdir()
            totals[verdict] += 1
            line = f"{verdict:8} {time.monotonic() - started:5.1f} {source} -> {target}  {said[:700]}"
            print(line, flush=True)
            if out is not None:
                with out.open("a") as log:
                    log.write(line + "\n")
        print(f"TOTAL {app} {language} {kind} seed {seed}: {dict(totals)}, {listed} notes", flush=True)


if __name__ == "__main__":
    main()

"""Pictures of the main commands in a real terminal window, from the demo data, for docs/screenshots.

Needs Xvfb, xterm and ImageMagick's `import`; run as `python -m tools.take_pictures`.
"""

import os
import shlex
import subprocess
import sys
import tempfile
import time
from pathlib import Path

from yandrel.demo.copy import copy_beginning, copy_waxmoor, languages

SCREEN = ":97"
PICTURES = Path(__file__).parent.parent / "docs" / "screenshots"
FONT = "DejaVu Sans Mono"
SHOTS: tuple[tuple[str, str, tuple[str, ...]], ...] = (
    ("survey", "plain", ("survey",)),
    ("routes", "plain", ("routes", "--under", "/hives")),
    ("routes-move", "layout", ("routes", "move", "/hives", "/colonies")),
    ("adopt", "plain", ("adopt", "--preview")),
    ("check", "layout", ("check",)),
    ("move", "layout", ("move", "waxmoor/models/weight_validator.py")),
    (
        "preview",
        "layout",
        ("move", "waxmoor/ledger.py:in_kilograms", "waxmoor/shared/weights.py", "--preview"),
    ),
    ("refused", "layout", ("move", "waxmoor/services/", "waxmoor/services/inner/")),
    ("undo", "layout", ("undo", "--history")),
    ("layout", "layout", ("layout",)),
    ("split", "beginning", ("split", "waxmoor.py")),
    ("split-done", "beginning", ("split", "waxmoor.py", "--deep", "--carry-out")),
    ("split-type", "wide", ("split", "waxmoor/services/hive_service.py:HiveService", "--by", "action")),
    ("new", "layout", ("new", "domain", "queens", "--like", "hives")),
    ("compare", "changed", ("survey", "--against", "HEAD")),
    ("php", "php", ("move", "src/Models/Hive.php", "src/Hives/", "--preview")),
    ("regroup", "layout", ("regroup", "--to", "domain-first")),
    ("domain", "layout", ("domain", "show", "hives")),
    ("go", "go", ("move", "models/keeper.go", "keepers/")),
)


MOVED = {
    "undo": (("waxmoor/ledger.py", "waxmoor/shared/"), ("waxmoor/models/hive.py:Hive", ":Colony")),
    "compare": tuple(
        (f"waxmoor/{kind}/{name}_{role}.py", f"waxmoor/{name}s/")
        for name in ("harvest", "hive")
        for kind, role in (("services", "service"), ("repositories", "repository"), ("schemas", "schema"))
    ),
}
"""What is moved before a picture is taken."""


def run_quietly(*words: str) -> None:
    subprocess.run(words, stdout=subprocess.DEVNULL, check=True)


def commit_all(root: Path) -> None:
    """Make a repository of a copy, with all of it committed."""
    git = ("git", "-C", str(root), "-c", "user.name=Waxmoor", "-c", "user.email=hives@example.org")
    for words in (("init", "-q"), ("add", "-A"), ("commit", "-qm", "as it was")):
        run_quietly(*git, *words)


def take(name: str, root: Path, words: tuple[str, ...]) -> None:
    """Run a command in a terminal window of 125 columns, and photograph the screen."""
    end = " | head -36" if name in ("adopt", "layout") else ""
    program = f"{sys.executable} -m yandrel"
    line = "yandrel " + " ".join(shlex.quote(word) for word in words)
    shown = f"cd {shlex.quote(str(root))}; printf '%s\\n' '$ {line}'; {program} {line[8:]}{end}; "
    ended = root.parent / "ended"
    shown += f"touch {shlex.quote(str(ended))}; sleep 90"
    size, shape = ("11", "140x44+0+0") if name == "survey" else ("12", "125x39+0+0")
    terminal = subprocess.Popen(
        ["xterm", "-display", SCREEN, "-fa", FONT, "-fs", size, "-geometry", shape, "-bg", "white",
         "-fg", "black", "-b", "12", "-e", "sh", "-c", shown],
    )  # fmt: skip
    for _ in range(600):
        if ended.exists():
            break
        time.sleep(0.1)
    time.sleep(1)
    subprocess.run(
        ["import", "-display", SCREEN, "-window", "root", str(PICTURES / f"{name}.png")], check=True
    )
    terminal.terminate()
    terminal.wait()


def main() -> None:
    PICTURES.mkdir(parents=True, exist_ok=True)
    chosen = set(sys.argv[1:])
    server = subprocess.Popen(["Xvfb", SCREEN, "-screen", "0", "1280x800x24"], stderr=subprocess.DEVNULL)
    time.sleep(1)
    os.environ["TERM"] = "xterm-256color"
    try:
        with tempfile.TemporaryDirectory() as place:
            for name, kind, words in SHOTS:
                if chosen and name not in chosen:
                    continue
                root = Path(place) / name / "waxmoor"
                root.parent.mkdir()
                if kind == "beginning":
                    copy_beginning(root)
                elif kind in languages():
                    copy_waxmoor(root, kind, layout=True)
                else:
                    copy_waxmoor(
                        root,
                        layout=kind in ("layout", "changed"),
                        overlay="wide-interface" if kind == "wide" else "",
                    )
                if kind == "changed":
                    commit_all(root)
                for source, target in MOVED.get(name, ()):
                    run_quietly(sys.executable, "-m", "yandrel", "--root", str(root), "move", source, target)
                take(name, root, words)
    finally:
        server.terminate()


if __name__ == "__main__":
    main()

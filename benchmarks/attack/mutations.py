"""Mutated sources in all languages and mutated project files: no run stops, what is moved comes back."""

import random
from pathlib import Path

from benchmarks.attack.tally import Tally
from benchmarks.attack.target import Program, Target, difference
from yandrel.demo.copy import copy_waxmoor, languages
from yandrel.languages.registry import language_of

JUNK = (
    b"(", b")", b"{", b"}", b"[", b"]", b'"', b"'", b"`", b"\\", b"/*", b"*/", b"//", b"#", b"\0",
    b"\xff\xfe",
    b"\r", b"\x1b[31m", b"<?php", b"?>", b"<<<EOT\n", b'"""', b"=>", b"import ", b"class ",
    b"namespace ", b"$",
    b"${", b"@", b";", b":" * 50, b"(" * 3000, b"{" * 3000, b"[" * 3000, "\u202e".encode(), b"\xed\xa0\x80",
)  # fmt: skip
PROJECT_FILES = {
    "pyproject.toml": [b'[project]\nname = "x"\n', b"[tool]\nsetuptools = 1\n", b"a.b.c = 1\n[a]\n"],
    "package.json": [b'{"name": "x", "exports": {".": "./a.js"}}', b'{"workspaces": [1]}', b"[" * 2000],
    "composer.json": [b'{"autoload": {"psr-4": {"App\\\\": "src/"}}}', b'{"autoload": [1]}'],
    "tsconfig.json": [b'{"compilerOptions": {"paths": {"a/*": ["b/*"]}}}', b'{"extends": "./tsconfig.json"}'],
    "pom.xml": [b"<project><modules><module>x</module></modules></project>", b"<a>" * 2000],
    "app.csproj": [b"<Project><ItemGroup/></Project>", b"<Project"],
    "go.mod": [b"module waxmoor\n", b"module \n", b"module ../..\n"],
    "Package.swift": [b"let package = Package(name: x)\n"],
    "yandrel.toml": [
        b'[roles]\nservice = "{a}{b}{c}.py"\n',
        b"except = [1]\n",
        b'[app]\nsource = ["../x"]\n',
    ],
    "yandrel.accepted.toml": [b'accepted = ["x"]\n', b"accepted = 1\n"],
    ".gitignore": [b"[z-a]\n!\n\\\n", b"*a" * 12 + b"\n", b"**/" * 12 + b"x\n"],
    "build.gradle": [b"dependencies { }\n"],
    "settings.xml": [b'<!DOCTYPE a [<!ENTITY b "c">]><a>&b;</a>'],
}


class Mutations:
    """Attacks by what is in the files of an application."""

    def __init__(self, program: Program, place: Path, chance: random.Random) -> None:
        self.program = program
        self.place = place
        self.chance = chance
        self.sources: dict[str, dict[str, bytes]] = {}

    def files_of(self, language: str) -> dict[str, bytes]:
        """Return the demonstration application in one language."""
        if language not in self.sources:
            folder = self.place / f"waxmoor-{language}"
            if not folder.exists():
                copy_waxmoor(folder, language)
            self.sources[language] = {
                path.relative_to(folder).as_posix(): path.read_bytes()
                for path in sorted(folder.rglob("*")) if path.is_file() and ".yandrel" not in path.parts
            }  # fmt: skip
        return self.sources[language]

    def attack_source(self, tally: Tally) -> None:
        """Mutate one file of an application, then look at it and move it."""
        language = self.chance.choice(languages())
        files = dict(self.files_of(language))
        units = [path for path in files if language_of(path) is not None]
        unit = self.chance.choice(units)
        files[unit] = self.mutate(files[unit])
        self._run(tally, f"mutated source, {language}", files, unit)

    def attack_project(self, tally: Tally) -> None:
        """Mutate one project file, or put one where none was."""
        language = self.chance.choice(languages())
        files = dict(self.files_of(language))
        name = self.chance.choice(sorted(PROJECT_FILES))
        files[name] = self.mutate(files.get(name) or self.chance.choice(PROJECT_FILES[name]))
        units = [path for path in files if language_of(path) is not None]
        self._run(tally, "mutated project file", files, self.chance.choice(units))

    def mutate(self, data: bytes) -> bytes:
        """Return a text with one to four changes: junk, cuts, doubled stretches, other bytes."""
        out = bytearray(data)
        for _ in range(self.chance.randint(1, 4)):
            at = self.chance.randint(0, len(out))
            end = min(len(out), at + self.chance.choice([1, 5, 40, 400]))
            kind = self.chance.randrange(6)
            if kind <= 1:
                out[at:at] = self.chance.choice(JUNK)
            elif kind == 2:
                del out[at:end]
            elif kind == 3:
                out[at:at] = out[at:end] * self.chance.choice([1, 1, 30])
            elif kind == 4 and out:
                out[min(at, len(out) - 1)] = self.chance.randrange(256)
            else:
                del out[at:]
        return bytes(out)

    def _run(self, tally: Tally, family: str, files: dict[str, bytes], unit: str) -> None:
        target = Target(self.place / "app", files).fresh()
        folder, _, name = unit.rpartition("/")
        moved = f"{folder}/moved/{name}".lstrip("/")
        fault = ""
        for words in (
            ("survey",),
            ("check", "--format", "json"),
            ("adopt", "--preview"),
            ("move", unit, moved),
        ):
            run = self.program.run(target.root, *words, timeout=60)
            fault = fault or (f"{words}: {run.crashed}" if run.crashed else "")
            if words[0] == "move" and run.status == 0:
                undone = self.program.run(target.root, "undo")
                now = target.state()
                if undone.status != 0 or now != target.before:
                    fault = fault or f"undo of {words}: {difference(now, target.before)}"
            elif words[0] == "move" and target.state() != target.before:
                fault = fault or f"{words} refused, but {difference(target.state(), target.before)}"
        if fault:
            kept = self.place.with_name(f"failed-{tally.failed}")
            Target(kept, files).fresh()
            fault += f" (files kept in {kept.name})"
        tally.count(family, fault)

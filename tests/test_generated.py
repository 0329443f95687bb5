"""Random packages with every form of import, random moves; CPython is the judge."""

import ast
import json
import random
import subprocess
import sys
import tempfile
from pathlib import Path

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from tests.conftest import age, read_tree, run_yandrel, write_tree

PROBE = """
import importlib, json, sys
sys.dont_write_bytecode = True
sys.path.insert(0, sys.argv[1])
out = {}
for name in json.loads(sys.argv[2]):
    for loaded in [m for m in sys.modules if m.partition(".")[0] in ("pkga", "pkgb", "pkgc", "top")]:
        del sys.modules[loaded]
    try:
        module = importlib.import_module(name)
        out[name] = [str(value) for value in module.probe()] if hasattr(module, "probe") else []
    except Exception as error:
        out[name] = ["failed", type(error).__name__]
print(json.dumps(out))
"""


class Maker:
    """Makes one application: units in packages, each importing earlier ones in random ways."""

    def __init__(self, seed: int) -> None:
        self.chance = random.Random(seed)
        self.files: dict[str, str | bytes] = {}
        self.units: list[str] = []
        self.tokens = 0

    def make(self) -> dict[str, str | bytes]:
        packages = ["pkga", "pkgb", "pkga/inner", "pkga/inner/deep", "pkgc"]
        for package in packages[: self.chance.randint(2, 5)]:
            if package != "pkgc":
                self.files[f"{package}/__init__.py"] = ""
            for number in range(self.chance.randint(1, 3)):
                self.units.append(f"{package}/m{number}_{package[-1]}.py")
        self.units.append("top.py")
        self.chance.shuffle(self.units)
        for position, unit in enumerate(self.units):
            self.files[unit] = self.unit_text(unit, self.units[:position])
        self.reexport()
        return self.files

    def reexport(self) -> None:
        """A package hands on what one of its own units defines, where that unit imports nothing."""
        for init in [path for path in self.files if path.endswith("__init__.py")]:
            folder = init.removesuffix("__init__.py")
            idle = [
                u for u in self.units
                if u.rpartition("/")[0] + "/" == folder and "import" not in str(self.files[u])
            ]  # fmt: skip
            if idle and self.chance.random() < 0.5:
                stem = idle[0].rpartition("/")[2][:-3]
                self.files[init] = f"from .{stem} import Kind_{stem} as Handed\n"

    def unit_text(self, unit: str, earlier: list[str]) -> str:
        stem = unit.rpartition("/")[2][:-3]
        head: list[str] = []
        nested: list[str] = []
        probes: list[str] = []
        for other in self.chance.sample(earlier, min(len(earlier), self.chance.randint(0, 3))):
            self.add_import(unit, other, head, nested, probes)
        self.tokens += 1
        base = self.chance.choice(
            [p.removesuffix(".token") for p in probes if p.endswith(".token")] or ["object"]
        )
        lines = [*head, "", f"LIMIT_{stem} = {self.tokens}", "", ""]
        lines += [
            f"class Kind_{stem}({base}):",
            f"    token = 'kind {self.tokens}'",
            "",
            "    def limit(self):",
        ]
        lines += [f"        return LIMIT_{stem}, _help_{stem}()", "", ""]
        lines += [f"def _help_{stem}():", f"    return 'help {self.tokens}'", "", ""]
        lines += [f"def work_{stem}(kind: 'Kind_{stem}' = None):"]
        lines += [f"    return Kind_{stem}().limit(), {', '.join(probes) or 'None'}", "", ""]
        lines += ["def probe():", *(f"    {line}" for line in nested)]
        nested_probe = [f"Nested_{n}.token" for n in range(len(nested))]
        every = [*probes, *nested_probe, f"Kind_{stem}.token", f"work_{stem}()"]
        lines += [f"    return [{', '.join(every)}]", ""]
        return "\n".join(lines)

    def add_import(
        self, unit: str, other: str, head: list[str], nested: list[str], probes: list[str]
    ) -> None:
        dotted = other[:-3].replace("/", ".")
        package, _, stem = dotted.rpartition(".")
        relative = self.relative(unit, other)
        number = f"{len(head)}_{unit.rpartition('/')[2][:-3]}"
        name = f"Kind_{stem}"
        forms = ["plain", "alias", "dotted", "dotted_alias", "star", "nested", "guarded", "twice"]
        if package:
            forms += ["module", "module_alias"]
        if relative:
            forms += ["relative", "relative_module", "relative"]
        form = self.chance.choice(forms)
        texts = {
            "plain": (f"from {dotted} import {name}, LIMIT_{stem}", f"{name}.token"),
            "alias": (f"from {dotted} import {name} as K{number}", f"K{number}.token"),
            "dotted": (f"import {dotted}", f"{dotted}.{name}.token"),
            "dotted_alias": (f"import {dotted} as d{number}", f"d{number}.{name}.token"),
            "star": (f"from {dotted} import *", f"{name}.token"),
            "guarded": (
                f"try:\n    from {dotted} import {name}\nexcept ImportError:\n    {name} = None",
                f"{name}.token",
            ),
            "twice": (
                f"from {dotted} import (\n    {name},  # the kind\n    work_{stem},\n)", f"work_{stem}()[0]"
            ),
            "module": (f"from {package} import {stem}", f"{stem}.{name}.token"),
            "module_alias": (f"from {package} import {stem} as a{number}", f"a{number}.LIMIT_{stem}"),
            "relative": (f"from {relative} import {name} as R{number}", f"R{number}.token"),
            "relative_module": (
                f"from {(relative or '.').rpartition('.')[0] + '.' if relative else ''} import {stem}",
                f"{stem}.{name}.token",
            ),
        }  # fmt: skip
        if form == "nested":
            nested.append(f"from {dotted} import {name} as Nested_{len(nested)}")
            return
        if form == "relative_module" and relative:
            holder = relative[: -len(stem)].rstrip(".") or ""
            dots = relative[: len(relative) - len(relative.lstrip("."))]
            texts[form] = (
                f"from {holder if holder.strip('.') else dots} import {stem}",
                f"{stem}.{name}.token",
            )
        text, probe = texts[form]
        head.append(text)
        probes.append(probe)

    def relative(self, unit: str, other: str) -> str:
        here, there = unit.split("/")[:-1], other[:-3].split("/")
        if not here or here[0] != there[0] or len(there) < 2:
            return ""
        common = 0
        while common < min(len(here), len(there) - 1) and here[common] == there[common]:
            common += 1
        return "." * (len(here) - common + 1) + ".".join(there[common:])


def probe(root: Path, units: list[str]) -> dict[str, list[str]]:
    names = {unit: unit[:-3].replace("/", ".") for unit in units}
    done = subprocess.run(
        [sys.executable, "-c", PROBE, str(root), json.dumps(list(names.values()))],
        capture_output=True, text=True, check=True,
    )  # fmt: skip
    found = json.loads(done.stdout)
    return {unit: found[name] for unit, name in names.items()}


def pick_move(maker: Maker) -> tuple[str, str]:
    chance, unit = maker.chance, maker.chance.choice(maker.units)
    stem = unit.rpartition("/")[2][:-3]
    folders = sorted({u.rpartition("/")[0] + "/" for u in maker.units if "/" in u} | {"pkga/fresh/", "pkgb/"})
    kind = chance.choice(["unit", "renamed", "folder", "class", "function", "class_into", "in_place"])
    if kind == "unit":
        return unit, chance.choice(folders)
    if kind == "renamed":
        return unit, chance.choice(folders) + f"renamed_{stem}.py"
    if kind == "folder":
        return chance.choice(folders), f"{chance.choice(['pkga', 'pkgb'])}/moved_{chance.randint(0, 9)}/"
    if kind == "class":
        return f"{unit}:Kind_{stem}", chance.choice(folders) + "fresh_unit.py"
    if kind == "class_into":
        return f"{unit}:Kind_{stem}", chance.choice(maker.units)
    if kind == "in_place":
        return f"{unit}:Kind_{stem}", f":Named_{stem}"
    return f"{unit}:work_{stem}", chance.choice(folders) + "work_unit.py"


def but_for_import_order(tree: dict[str, bytes]) -> dict[str, tuple[list[bytes], list[str]]]:
    """Return each file's lines in any order, and its statements with imports that follow each other sorted.

    A group of imports that comes to be sorted by a move is kept sorted by the move back.
    """
    found: dict[str, tuple[list[bytes], list[str]]] = {}
    for path, data in tree.items():
        statements: list[str] = []
        imports: list[str] = []
        for node in ast.parse(data).body if path.endswith(".py") else ():
            if isinstance(node, ast.Import | ast.ImportFrom):
                imports.append(ast.dump(node))
                continue
            statements += [*sorted(imports), ast.dump(node)]
            imports = []
        found[path] = (sorted(data.splitlines()), [*statements, *sorted(imports)])
    return found


@settings(max_examples=60, deadline=None, suppress_health_check=list(HealthCheck))
@given(st.integers(min_value=0, max_value=1_000_000))
def test_moves_keep_every_name(seed: int) -> None:
    maker = Maker(seed)
    with tempfile.TemporaryDirectory() as place:
        root = write_tree(Path(place) / "app", maker.make())
        before = read_tree(root)
        values = probe(root, maker.units)
        assert not any("failed" in found for found in values.values())
        if seed % 2:
            age(root)
            run_yandrel(root, "check")
        source, target = pick_move(maker)
        done = run_yandrel(root, "move", source, target, "--format", "json")
        if done.status:
            assert done.status in (2, 3), done.err
            assert read_tree(root) == before
            return
        report = json.loads(done.out)
        moved = {file["old"]: file["new"] for file in report["files"] if file["old"]}
        units = [moved.get(unit, unit) for unit in maker.units]
        after = probe(root, [unit for unit in units if unit])
        for old, new in zip(maker.units, units):
            if new:
                assert after[new] == values[old], (source, target, old)
        near = source.split("/")[0] == target.split("/")[0]
        if ":" not in source and not source.endswith("/") and target.endswith("/") and near:
            back = next(new for old, new in moved.items() if old == source)
            assert run_yandrel(root, "move", back, source).status == 0
            assert read_tree(root) == before
            assert run_yandrel(root, "undo").status == 0
        assert run_yandrel(root, "undo").status == 0
        assert read_tree(root) == before

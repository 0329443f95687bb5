"""Units that tools make anew, as their paths tell: nobody arranges those."""

import re
from collections.abc import Iterable
from fnmatch import translate

FOLDERS = ("generated", "__generated__", "generated-sources")
FILES = (
    "*.generated.*", "*_generated.go", "zz_generated*.go", "*_pb2.py", "*_pb2_grpc.py", "*.pb.go", "*.g.cs",
    "*.gen.go", "*.gen.ts",
)  # fmt: skip
ENDINGS = tuple(pattern.removeprefix("*") for pattern in FILES if "generated" not in pattern)
"""How what tools make ends whose name does not say so: quick to rule out."""
MADE = re.compile("|".join([*(f"(?:.*/)?{folder}/.*" for folder in FOLDERS), *map(translate, FILES)]))


def generated_patterns(units: Iterable[str]) -> tuple[str, ...]:
    """Return the patterns, as yandrel.toml has them, of those units that tools make."""
    likely = (unit for unit in units if "generated" in unit or unit.endswith(ENDINGS))
    found = {_pattern_of(unit) for unit in likely if MADE.match(unit)}
    return tuple(sorted(found))


def _pattern_of(unit: str) -> str:
    *folders, name = unit.split("/")
    folder = next((folder for folder in folders if folder in FOLDERS), "")
    if folder:
        return f"**/{folder}/**"
    return next(f"**/{pattern}" for pattern in FILES if re.match(translate(pattern), name))

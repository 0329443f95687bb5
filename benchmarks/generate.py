"""Applications of any size: by role, with imports that follow the arrows, and a few that do not."""

import random
from pathlib import Path

ROLES = ("controller", "service", "repository", "model")
BODY = '''
    def {verb}_{noun}(self, number, data=None):
        """Look the {noun} up, change what was asked for, and hand it on."""
        found = self.{below}.get(number) if self.{below} is not None else None
        if found is None:
            raise LookupError(f"no {noun} {{number}}")
        for key, value in (data or {{}}).items():
            if value is None or not hasattr(found, key):
                continue
            setattr(found, key, value)
        total = sum(len(str(value)) for value in (data or {{}}).values())
        return {{"number": number, "total": total, "found": found, "kind": "{noun}"}}
'''
VERBS = ("show", "change", "close", "weigh", "count", "move")
CONFIG = """\
[app]
name = "Generated"

[roles]
controller = "shop/controllers/{area}/{name}_controller.py"
service = "shop/services/{area}/{name}_service.py"
repository = "shop/repositories/{area}/{name}_repository.py"
model = "shop/models/{area}/{name}.py"

[imports]
may = ["controller -> service -> repository -> model"]
"""


def generate_application(root: Path, units: int, seed: int = 1) -> int:
    """Write an application of about `units` units below `root`; return its size in bytes."""
    chance = random.Random(seed)
    total = 0
    concepts = max(1, units // len(ROLES))
    names = [f"item{number}" for number in range(concepts)]
    for folder in ("", *(f"{role_folder(role)}/" for role in ROLES)):
        total += _write(root / "shop" / folder / "__init__.py", "")
    (root / "yandrel.toml").write_text(CONFIG, encoding="utf-8")
    areas = {f"area{number // 25}" for number in range(concepts)}
    for role in ROLES:
        for area in areas:
            total += _write(root / "shop" / role_folder(role) / area / "__init__.py", "")
    for number, name in enumerate(names):
        for position, role in enumerate(ROLES):
            below = ROLES[position + 1] if position + 1 < len(ROLES) else ""
            text = _unit(name, number, role, below, names, chance)
            place = root / "shop" / role_folder(role) / f"area{number // 25}" / file_name(name, role)
            total += _write(place, text)
    return total


def role_folder(role: str) -> str:
    return role[:-1] + "ies" if role.endswith("y") else role + "s"


def file_name(name: str, role: str) -> str:
    return f"{name}.py" if role == "model" else f"{name}_{role}.py"


def module_name(name: str, number: int, role: str) -> str:
    return f"shop.{role_folder(role)}.area{number // 25}.{file_name(name, role)[:-3]}"


def class_name(name: str, role: str) -> str:
    return name.capitalize() + ("" if role == "model" else role.capitalize())


def _unit(name: str, number: int, role: str, below: str, names: list[str], chance: random.Random) -> str:
    lines = [f'"""The {role} of {name}."""', "", "import json", "from dataclasses import dataclass", ""]
    if below:
        for other in {number, *(chance.randrange(len(names)) for _ in range(4))}:
            module = module_name(names[other], other, below)
            lines.append(f"from {module} import {class_name(names[other], below)}")
    lines += ["", "", f"class {class_name(name, role)}:", f'    """{role.capitalize()} of {name}."""', ""]
    made = f"{class_name(name, below)}()" if below else "None"
    lines += ["    def __init__(self):", f"        self.{below or 'table'} = {made}"]
    body = "".join(BODY.format(verb=verb, noun=name, below=below or "table") for verb in VERBS)
    return "\n".join(lines) + "\n" + body


def _write(path: Path, text: str) -> int:
    path.parent.mkdir(parents=True, exist_ok=True)
    path.write_text(text, encoding="utf-8")
    return len(text)

"""The application that crash attacks run on, and the commands that change it."""

from dataclasses import dataclass

FILES: dict[str, bytes] = {
    "shop/__init__.py": b"",
    "shop/hive.py": b"class Hive:\n    def weigh(self):\n        return 1\n",
    "shop/keeper.py": b"from shop.hive import Hive\n\n\nclass Keeper:\n    hive = Hive\n",
    "shop/app.py": b"from shop.hive import Hive\nfrom shop.keeper import Keeper\n\nALL = [Hive, Keeper]\n",
    "shop/pages/list.html": b"<p>hives</p>\n",
    "shop/crowded.py": (
        b"import sqlite3\n\n\nclass Harvest:\n    kilos = 0\n\n\n"
        b"class HarvestError(Exception):\n    pass\n\n\n"
        b"class HarvestService:\n    def add(self):\n        return Harvest()\n\n\n"
        b"class HarvestRepository:\n    def all(self):\n"
        b"        return sqlite3.connect('x').execute('select * from harvests')\n"
    ),
    "settings.toml": b'[app]\nmain = "shop.keeper:Keeper"\nfile = "shop/hive.py"\n',
    ".gitignore": b"ignored/\n",
    "ignored/local.txt": b"mine\n",
    "steps.toml": (
        b'[[step]]\ntitle = "one"\nmoves = ["shop/hive.py -> shop/bees/hive.py"]\n\n'
        b'[[step]]\ntitle = "two"\nmoves = ["shop/keeper.py -> shop/people/keeper.py"]\n'
    ),
    "yandrel.toml": (
        b'[app]\nname = "Shop"\nsource = ["shop"]\n\n[roles]\nservice = "shop/services/{name}_service.py"\n'
        b'repository = "shop/repositories/{name}_repository.py"\nmodel = "shop/models/{name}.py"\n'
        b'error = "shop/errors.py"\nhelper = "shop/helpers/{name}.py"\nentry = "shop/app.py"\n\n'
        b'[imports]\nmay = ["entry -> *", "service => repository => model"]\n'
    ),
}
TOUCH = "echo junk >> shop/app.py; echo new > made.txt; rm -f settings.toml; mkdir -p empty/folder"
MOVE = ("move", "shop/hive.py", "shop/bees/hive.py")


@dataclass(frozen=True)
class Operation:
    """A command that changes the application, after others that were run before it."""

    name: str
    words: tuple[str, ...]
    first: tuple[tuple[str, ...], ...] = ()
    steps: bool = False
    """Whether it is several changes, so that any state between them is right as well."""
    fails: bool = False
    """Whether it ends as it began."""


OPERATIONS = (
    Operation("move", MOVE),
    Operation("move a folder", ("move", "shop/pages/", "shop/views/pages")),
    Operation("move --list", ("move", "--list", "steps.toml"), steps=True),
    Operation("split", ("split", "shop/crowded.py", "--carry-out")),
    Operation("new", ("new", "service", "queen")),
    Operation("undo", ("undo",), (MOVE,)),
    Operation(
        "undo --to", ("undo", "--to", "1"), (MOVE, ("move", "shop/keeper.py", "shop/people/")), steps=True
    ),
    Operation("check --accept", ("check", "--accept")),
    Operation("adopt", ("adopt", "--replace", "--accept"), steps=True),
    Operation("move --then", (*MOVE, "--then", "true")),
    Operation("move --then fails", (*MOVE, "--then", f"{TOUCH}; exit 5"), fails=True),
)

"""Where pieces go: by role and concept, by their users, and what keeps them."""

from dataclasses import replace

from yandrel.layout.builtin import load_builtin
from yandrel.layout.config import Layout, parse_layout
from yandrel.model.split import CrowdedFile, SplitPiece
from yandrel.moves.splitting import Assignment, assign_pieces


def layout(name: str = "role-first") -> Layout:
    return parse_layout(load_builtin(name).fill("App", "").encode())


def piece(name: str, role: str, concept: str = "", needs: str = "", **more: object) -> SplitPiece:
    kind = "class" if name[:1].isupper() else "function"
    made = SplitPiece(name, kind, role, concept, 1, 2, frozenset(needs.split()))
    return replace(made, **more)  # type: ignore[arg-type]


def assign(*pieces: SplitPiece, rest: str = "", kept: dict[str, str] | None = None) -> Assignment:
    file = CrowdedFile("flask", pieces, rest_needs=frozenset(rest.split()))
    return assign_pieces(file, "server.py", layout(), kept or {}, {})


def test_roles_have_homes() -> None:
    found = assign(
        piece("Hive", "model", "hive"),
        piece("HiveForm", "schema", "hive"),
        piece("list_hives", "route", "hive", group="hives"),
        piece("get_db", "store"),
        piece("login", "extension"),
        piece("HiveError", "error"),
    )
    assert found.targets == {
        "Hive": "models/hive.py",
        "HiveForm": "schemas/hive_schema.py",
        "list_hives": "routes/hive_routes.py",
        "get_db": "database.py",
        "login": "extensions.py",
        "HiveError": "errors.py",
    }


def test_a_helper_goes_to_its_only_user_or_where_all_can_reach_it() -> None:
    first = piece("list_hives", "route", "hive", "one both", group="hives")
    second = piece("list_queens", "route", "queen", "both", group="queens")
    found = assign(first, second, piece("one", ""), piece("both", ""))
    assert found.targets["one"] == "routes/hive_routes.py"
    assert found.targets["both"] == "helpers/common.py"


def test_what_only_the_entry_uses_stays() -> None:
    found = assign(piece("Hive", "model", "hive"), piece("banner", ""), rest="banner")
    assert found.stays == {"banner": "only what makes and runs the application uses it"}


def test_what_needs_something_that_stays_stays_too() -> None:
    found = assign(
        piece("total", "state", stays="it is bound more than once"),
        piece("count", "service", "hive", "total"),
        piece("show", "route", "hive", "count", group="hives"),
        piece("Hive", "model", "hive"),
    )
    assert found.stays["show"] == "it needs count, which stays"
    assert set(found.targets) == {"Hive"}


def test_what_registers_itself_stays_beside_what_it_registers_with() -> None:
    login, load = piece("login", "extension"), piece("load_user", "", needs="login", follows="login")
    assert assign(login, load).targets == {"login": "extensions.py", "load_user": "extensions.py"}
    found = assign(login, load, kept={"load_user": "you asked for it"})
    assert found.stays["login"] == "load_user registers itself with it, and stays"


def test_what_looks_for_files_stays_in_its_folder() -> None:
    assert assign(piece("HERE", "constant", beside=True), piece("a", "route", needs="HERE", group="main"))
    found = assign(piece("Hive", "model", "hive", "HERE"), piece("HERE", "constant", beside=True))
    assert found.targets["HERE"] == "config.py"


def test_every_layout_gives_homes() -> None:
    pieces = (piece("Hive", "model", "hive"), piece("list_hives", "route", "hive", group="hives"))
    homes = {
        name: tuple(
            assign_pieces(CrowdedFile("flask", pieces), "server.py", layout(name), {}, {}).targets.values()
        )
        for name in ("domain-first", "rings", "command-query")
    }
    assert homes == {
        "domain-first": ("hives/models.py", "hives/routes.py"),
        "rings": ("entities/hive.py", "input/hive_routes.py"),
        "command-query": ("command_side/hives/models.py", "routes/hives_routes.py"),
    }

"""The route table of small applications: one file a case, with the files and the expected table."""

from pathlib import Path

import pytest

from yandrel.app.workspace import Workspace
from yandrel.model.routes import Route
from yandrel.routes.table import read_routes

CASES = sorted((Path(__file__).parent / "routes").glob("*.case"))


def parts_of(text: str) -> tuple[str, dict[str, str]]:
    """Return what a case shows, and its files by path; the expected table is the file `routes`."""
    head, *sections = text.split("\n=== ")
    return head, {path: body for path, _, body in (section.partition("\n") for section in sections)}


def line_of(route: Route) -> str:
    """Return a route as a case says it."""
    guards = f" guards={','.join(route.guards)}" if route.guards else ""
    doubt = "" if route.certain else f" ?? {route.doubt}"
    handler = f"{route.handler or '(closure)'} {route.unit}:{route.line}"
    return f"{route.method} {route.pattern} -> {handler}{guards}{doubt}"


@pytest.mark.parametrize("case", CASES, ids=lambda path: path.stem)
def test_table_of_case(case: Path, tmp_path: Path, request: pytest.FixtureRequest) -> None:
    text = case.read_text(encoding="utf-8")
    _, files = parts_of(text)
    expected = files.pop("routes", "")
    for path, body in files.items():
        place = tmp_path / path
        place.parent.mkdir(parents=True, exist_ok=True)
        place.write_text(body + "\n", encoding="utf-8")
    table = read_routes(Workspace.open(str(tmp_path)).index)
    found = "\n".join(map(line_of, table.routes)) + "\n"
    if request.config.getoption("--update"):
        case.write_text(
            text.split("\n=== routes\n")[0].rstrip("\n") + f"\n=== routes\n{found}", encoding="utf-8"
        )
        return
    assert found == expected

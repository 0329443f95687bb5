"""Layout: show the one in force and where its lines come from, or print a built-in one."""

from yandrel.app.workspace import Workspace
from yandrel.errors import CallError
from yandrel.languages.registry import load_language
from yandrel.layout.builtin import LAYOUTS, load_builtin, package_of
from yandrel.layout.inforce import lines_in_force
from yandrel.model.results import FORMAT_VERSION, LayoutReport, LayoutRow


def show_layout(workspace: Workspace) -> LayoutReport:
    """Return the layout in force; raises CallError where the application has none."""
    layout = workspace.layout
    if not layout.present:
        raise CallError(
            "there is no yandrel.toml here",
            todo="write one with `yandrel adopt`, or print a built-in one: `yandrel layout "
            f"{LAYOUTS[0]}` ({', '.join(LAYOUTS)})",
        )
    rows = [
        LayoutRow(
            line.section, line.key, line.value, line.origin, _units_at(workspace, line.section, line.key)
        )
        for line in lines_in_force(layout)
    ]
    return LayoutReport(FORMAT_VERSION, layout.name, rows, "")


def print_builtin(name: str, language: str, framework: str, app: str) -> LayoutReport:
    """Return the text of a built-in layout, filled in for an application's name."""
    found = load_builtin(name, language, framework)
    scaffolder = load_language(language).scaffolder(language)
    folder = scaffolder.app_folder(package_of(app))
    return LayoutReport(FORMAT_VERSION, app, [], found.fill(app, folder))


def _units_at(workspace: Workspace, section: str, key: str) -> int:
    if section != "roles":
        return 0
    return sum(reading.role == key for reading in workspace.picture.readings.values())

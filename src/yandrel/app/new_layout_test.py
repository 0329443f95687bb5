"""New layout-test: a test in the application's own world that fails with the findings of a check."""

from functools import partial

from yandrel.app.new import language_of_app, report_new
from yandrel.app.workspace import Workspace
from yandrel.app.writing import Manner, new_files, write_changes
from yandrel.errors import RefusedError
from yandrel.files.root import CONFIG_NAME
from yandrel.languages.registry import language_of, load_language
from yandrel.model.results import NewReport
from yandrel.scaffold.layout_tests import choose_recipe

TITLE = "new layout-test"


def new_layout_test(workspace: Workspace, manner: Manner) -> NewReport:
    """Write the test; raises RefusedError where it is there, or where no rules are written down."""
    workspace.refuse_if_cut_off()
    if not workspace.layout.present:
        raise RefusedError(
            f"there is no {CONFIG_NAME}, so there is no layout to test",
            todo="write one with `yandrel adopt`",
        )
    language = language_of_app(workspace)
    recipe = choose_recipe(language, partial(_project_file, workspace))
    folder = _test_folder(workspace, language, recipe.path)
    path = folder + recipe.file_name
    if workspace.files.exists(path):
        raise RefusedError("is there already", where=path, todo="remove it first to have it written anew")
    files = new_files(workspace.root, {path: recipe.fill(path, _namespace(workspace, path))})
    written = write_changes(workspace, files, TITLE, manner)
    command = f"{recipe.run} {path}" if recipe.run == "sh" else recipe.run
    return report_new(TITLE, files, written, (command,), _notes(language))


def _notes(language: str) -> list[str]:
    if language != "python":
        return []
    return [
        "With `yandrel = true` in pytest's configuration each rule is a test of its own; "
        "this file is for where that is not wanted."
    ]


def _project_file(workspace: Workspace, path: str) -> str:
    """Return the text of a project file; nothing where there is none."""
    try:
        return workspace.files.read(path).decode("utf-8", "replace")
    except OSError:
        return ""


def _test_folder(workspace: Workspace, language: str, otherwise: str) -> str:
    """Return the outermost folder with tests of a language; that of a path where there is none."""
    picture = workspace.picture
    folders = [
        unit.rpartition("/")[0] + "/"
        for unit in picture.readings
        if picture.role(unit) == "test" and _spoken(unit) == language and "/" in unit
    ]
    default = otherwise.rpartition("/")[0]
    if not default:
        return ""
    near = [folder for folder in folders if folder.startswith(default.partition("/")[0] + "/")]
    found = min(near or folders, key=lambda folder: (folder.count("/"), folder), default=default + "/")
    return default + "/" if found.startswith(default + "/") else found


def _namespace(workspace: Workspace, path: str) -> str:
    """Return the namespace that a file at a path declares; nothing where it declares none."""
    view = workspace.index.views.get(language_of(path) or "")
    return view.namespace_at(path) if view is not None else ""


def _spoken(unit: str) -> str:
    name = language_of(unit)
    return load_language(name).name_of(unit) if name is not None else ""

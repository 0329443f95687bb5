"""Several applications in one checkout: each folder with a yandrel.toml of its own is one."""

from msgspec.structs import replace

from yandrel.app.check import CheckRequest, check
from yandrel.app.workspace import Workspace
from yandrel.model.results import FORMAT_VERSION, ApplicationCheck, CheckAllReport
from yandrel.moves.things import clean_path


def check_all(workspace: Workspace, request: CheckRequest) -> CheckAllReport:
    """Check the application, and each one below it; paths limit it to the applications that hold them.

    Where the top has no yandrel.toml and applications are below it, only these are checked.
    """
    below = workspace.applications_below()
    folders = list(below) if below and not workspace.layout.present else ["", *below]
    wanted = _by_application(workspace, folders, request.paths)
    checks = [
        ApplicationCheck(folder, check(_opened(workspace, folder), replace(request, paths=paths)))
        for folder, paths in wanted.items()
    ]
    return CheckAllReport(FORMAT_VERSION, checks)


def _opened(workspace: Workspace, folder: str) -> Workspace:
    """Return the workspace of an application below the top; the current folder matters to the top alone."""
    if not folder:
        return workspace
    return Workspace(workspace.root / folder, progress=workspace.progress)


def _by_application(
    workspace: Workspace, folders: list[str], paths: tuple[str, ...]
) -> dict[str, tuple[str, ...]]:
    """Return the paths to show by application; each is given to the innermost one that holds it."""
    if not paths:
        return dict.fromkeys(folders, ())
    found: dict[str, tuple[str, ...]] = {}
    for path in paths:
        place = clean_path(path, workspace.here)
        inside = [f for f in folders if f and (place == f or place.startswith(f + "/"))]
        within = [f for f in folders if f and (not place or f.startswith(place + "/"))]
        if inside:
            home = max(inside, key=len)
            found[home] = (*found.get(home, ()), place[len(home) + 1 :] or ".")
            continue
        for folder in within:
            found[folder] = ()
        if "" in folders or not within:
            found[""] = (*found.get("", ()), path)
    return found

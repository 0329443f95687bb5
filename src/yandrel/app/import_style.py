"""Write all imports of the application's own code in one style: from the root, or relative to the file."""

from collections.abc import Iterable
from functools import partial

from yandrel.app.workspace import Workspace
from yandrel.app.writing import Manner, write_changes
from yandrel.errors import CallError, RefusedError
from yandrel.languages.protocol import ImportStyling
from yandrel.languages.registry import language_of, load_language
from yandrel.model.changes import apply_edits
from yandrel.model.graph import Edge
from yandrel.model.results import FORMAT_VERSION, ChangedFile, MoveReport
from yandrel.moves.plan import FileChange

STYLES = ("rooted", "relative")


def restyle_imports(workspace: Workspace, style: str, manner: Manner) -> MoveReport:
    """Rewrite the imports of all files in a style, with the setting that it needs.

    Raises CallError where no language here has a choice, RefusedError where nothing would change, where a
    setting is missing that only the user can choose, or where an import would lead elsewhere.
    """
    workspace.refuse_if_cut_off()
    rooted = style == "rooted"
    languages = [name for name in workspace.index.views if isinstance(load_language(name), ImportStyling)]
    if not languages:
        raise CallError("no language here has relative imports", where="move --imports")
    settings = _settings(workspace, languages) if rooted else {}
    after = workspace.with_changes({path: (data, 0o644) for path, data in settings.items()})
    files = [_setting(workspace, path, data) for path, data in settings.items()]
    files += _rewritten(workspace, after, languages, rooted)
    if len(files) == len(settings):
        raise RefusedError(f"all imports are {style} that can be", where="move --imports")
    _refuse_other_targets(workspace, files)
    title = "write imports from the root" if rooted else "write relative imports"
    written = write_changes(workspace, files, title, manner)
    return MoveReport(
        version=FORMAT_VERSION,
        done=written.number > 0,
        number=written.number,
        title=title,
        files=[ChangedFile(change.old, change.new, change.edits) for change in files],
        carried=[],
        notes=[],
        findings_added=[],
        findings_ended=[],
        diff=written.diff,
        command_output=written.output,
        routes=written.routes,
    )


def _settings(workspace: Workspace, languages: Iterable[str]) -> dict[str, bytes]:
    """Return the project files as imports from the root need them."""
    found: dict[str, bytes] = {}
    for name in languages:
        language = load_language(name)
        if isinstance(language, ImportStyling):
            view = workspace.index.views[name]
            found.update(language.style_settings(view, partial(_read, workspace)))
    return found


def _read(workspace: Workspace, path: str) -> bytes | None:
    try:
        return workspace.files.read(path)
    except OSError:
        return None


def _setting(workspace: Workspace, path: str, data: bytes) -> FileChange:
    return FileChange(path, path, workspace.files.read(path), data, workspace.files.mode(path), False, 1)


def _rewritten(
    workspace: Workspace, after: Workspace, languages: Iterable[str], rooted: bool
) -> list[FileChange]:
    """Return the changed files; specifiers are found as they lead with the settings."""
    changes = []
    layout = workspace.layout
    for unit in sorted(workspace.index.facts):
        name = language_of(unit) or ""
        language = load_language(name)
        if name not in languages or not isinstance(language, ImportStyling) or layout.is_generated(unit):
            continue
        edits = list(language.restyle_imports(after.index.views[name], unit, rooted))
        if edits:
            source = workspace.index.read_source(unit)
            new = source.encoding.restore(apply_edits(source.data, edits))
            mode = workspace.files.mode(unit)
            changes.append(FileChange(unit, unit, workspace.files.read(unit), new, mode, True, len(edits)))
    return changes


def _refuse_other_targets(workspace: Workspace, files: list[FileChange]) -> None:
    """Raise RefusedError where an import of a changed file would lead elsewhere than before."""
    after = workspace.with_changes({c.new: (c.after or b"", c.mode) for c in files})
    for change in files:
        if change.new not in workspace.index.facts:
            continue
        before = sorted(map(_target, workspace.index.edges_of(change.new)))
        if sorted(map(_target, after.index.edges_of(change.new))) != before:
            raise RefusedError("an import would lead elsewhere", where=change.new, todo="please report it")


def _target(edge: Edge) -> tuple[str, str, int]:
    return edge.unit, edge.name, int(edge.state)

"""Adopt: write down the layout that an application already has."""

from yandrel.app.check import CheckRequest, check, write_file
from yandrel.app.judging import judge
from yandrel.app.steps import tell_done
from yandrel.app.workspace import Workspace
from yandrel.errors import RefusedError
from yandrel.files.root import CONFIG_NAME
from yandrel.layout.config import Layout, parse_layout
from yandrel.model.results import FORMAT_VERSION, AdoptReport
from yandrel.rules.registry import RULE_NAMES, load_rules
from yandrel.rules.runner import run_rules
from yandrel.survey.adoption import write_adoption
from yandrel.survey.picture import take_picture


def adopt(
    workspace: Workspace, replace: bool = False, accept: bool = False, preview: bool = False
) -> AdoptReport:
    """Write the yandrel.toml that describes the application as it is.

    Raises RefusedError where there is one already and `replace` was not asked for.
    """
    workspace.refuse_if_cut_off()
    present = (workspace.root / CONFIG_NAME).exists()
    if present and not replace and not preview:
        raise RefusedError("is there already", where=CONFIG_NAME, todo="say --replace to write it anew")
    index = workspace.index
    picture = take_picture(index, Layout())
    if not picture.counted():
        raise RefusedError("there is no source code here to describe", where=str(workspace.root.name))
    text = write_adoption(picture)
    layout = parse_layout(text.encode("utf-8"), RULE_NAMES)
    if preview:
        outcome = run_rules(take_picture(index, layout), load_rules())
        return AdoptReport(FORMAT_VERSION, text, "", len(outcome.findings), 0)
    change = write_file(workspace, CONFIG_NAME, text.encode("utf-8"), "adopt")
    with tell_done([change] if change else []):
        workspace.refresh()
        accepted = 0
        if accept:
            accepted = check(workspace, CheckRequest(accept=True)).accepted
            workspace.refresh()
        left = len(judge(workspace).findings) - accepted
    return AdoptReport(FORMAT_VERSION, text, CONFIG_NAME, left, accepted)

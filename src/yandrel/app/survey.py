"""Survey: what is here, and how it is arranged."""

from collections.abc import Sequence

from yandrel.app.check import from_root
from yandrel.app.routes import route_table
from yandrel.app.workspace import Workspace
from yandrel.model.results import DomainsReport, SurveyReport
from yandrel.survey.proposal import propose_domains
from yandrel.survey.report import build_report


def survey(workspace: Workspace, why: bool = False, paths: Sequence[str] = ()) -> SurveyReport:
    """Return the survey of an application; `why` lists units with the evidence for their roles.

    `paths` are the files and folders to list; all, where none is named.
    """
    below = [path for path in (from_root(workspace, path) for path in paths) if path]
    return build_report(workspace.picture, route_table(workspace), why, below)


def domains(workspace: Workspace) -> DomainsReport:
    """Return the domains that names tell, to be confirmed."""
    return propose_domains(workspace.picture)

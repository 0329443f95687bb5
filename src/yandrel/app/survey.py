"""Survey: what is here, and how it is arranged."""

from yandrel.app.routes import route_table
from yandrel.app.workspace import Workspace
from yandrel.model.results import SurveyReport
from yandrel.survey.report import build_report


def survey(workspace: Workspace, why: bool = False) -> SurveyReport:
    """Return the survey of an application; `why` lists every unit with the evidence for its role."""
    return build_report(workspace.picture, route_table(workspace), why)

"""Survey: what is here, and how it is arranged."""

import hashlib
from collections.abc import Sequence

from yandrel.app.check import from_root
from yandrel.app.judging import is_covered, rules_key
from yandrel.app.routes import route_table, table_of
from yandrel.app.workspace import Workspace
from yandrel.errors import CallError
from yandrel.index.kept import recall_or_make
from yandrel.layout.builtin import LAYOUTS
from yandrel.model.results import (
    FORMAT_VERSION,
    DomainsReport,
    Figures,
    SurveyComparison,
    SurveyReport,
)
from yandrel.survey.comparison import figures_of
from yandrel.survey.proposal import propose_domains
from yandrel.survey.report import build_report


def survey(workspace: Workspace, why: bool = False, paths: Sequence[str] = ()) -> SurveyReport:
    """Return the survey of an application; `why` lists units with the evidence for their roles.

    `paths` are the files and folders to list; all, where none is named.
    """
    below = [path for path in (from_root(workspace, path) for path in paths) if path]
    return build_report(workspace.picture, route_table(workspace), why, below)


def compare_survey(workspace: Workspace, against: str) -> SurveyComparison:
    """Return the figures of an application at a git revision and now; what was then is kept.

    Where a layout is named, they are those of now, and as they would be in that layout. Raises CallError
    where there is no such revision, or no source code in it.
    """
    name = workspace.layout.name or workspace.root.name
    if against in LAYOUTS or (workspace.root / workspace.here / against).is_file():
        from yandrel.app.regroup import forecast_figures

        forecast = forecast_figures(workspace, against)
        return SurveyComparison(FORMAT_VERSION, name, against, forecast.before, forecast.after, forecast=True)
    revision = workspace.revision(against)
    key = hashlib.blake2b(revision.key() + rules_key(), digest_size=16).digest()
    then = recall_or_make(
        workspace.store,
        "figures at revision",
        key,
        Figures,
        lambda: figures_of_workspace(workspace.at(revision)),
    )
    if not then.files:
        raise CallError("has no source code to compare with", where=against, todo="name a later revision")
    return SurveyComparison(FORMAT_VERSION, name, against, then, figures_of_workspace(workspace))


def figures_of_workspace(workspace: Workspace) -> Figures:
    picture = workspace.picture
    readings = [picture.readings[unit] for unit in picture.counted()]
    covered = sum(is_covered(workspace.layout, reading) for reading in readings)
    return figures_of(picture, table_of(workspace), covered)


def domains(workspace: Workspace) -> DomainsReport:
    """Return the domains that names tell, to be confirmed."""
    return propose_domains(workspace.picture)

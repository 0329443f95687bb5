"""Read a crowded C# file: its definitions, and the routes that it declares in place."""

from yandrel.languages.csharp.cutting import cut_csharp
from yandrel.languages.csharp.facts import read_facts
from yandrel.languages.csharp.gathering import gather_routes
from yandrel.languages.splitting import GatheringSplitter, stays_if_run
from yandrel.model.facts import Definition


def role_of(definition: Definition, text: bytes) -> str:
    """Return the role that a definition's own text tells: names and bases tell more."""
    return ""


def stays(definition: Definition, text: bytes) -> str:
    """Return why a definition cannot leave its file: it runs the application, or sets it up."""
    sets_up = definition.name == "Startup" or "ConfigureServices()" in definition.members
    return "it sets the application up" if sets_up else stays_if_run(definition, text)


SPLITTER = GatheringSplitter(
    lambda source, unit: read_facts(source), role_of, stays, gather_routes, cut_csharp
)

"""Choose the template of each role's file, by framework and kind of layout."""

from importlib.resources import files
from typing import Any

BORROWED = {
    ("django", "rings", "model"): "any/domain/model.py.j2",
    ("django", "rings", "table"): "django/domain/model.py.j2",
    ("django", "rings", "schema"): "flask/domain/schema.py.j2",
    ("django", "cq", "schema"): "flask/cq/schema.py.j2",
}
DOMAIN_ROLES = (
    "model", "table", "message", "port", "schema", "repository", "service", "command", "query",
    "dispatcher", "controller", "route",
)  # fmt: skip


def find_template(framework: str, kind: str, role: str, ending: str = "py") -> str:
    """Return the template of a role's unit, the most particular one; nothing where there is none."""
    borrowed = BORROWED.get((framework, kind, role))
    if borrowed:
        return borrowed
    place = files("yandrel.languages.python") / "templates"
    kinds = dict.fromkeys((kind, "domain")) if kind != "app" else {"app": None}
    for inner in kinds:
        for folder in (framework, "any"):
            name = f"{folder}/{inner}/{role}.{ending}.j2"
            if place.joinpath(name).is_file():
                return name
    return ""


def render(template: str, values: dict[str, Any]) -> str:
    """Return a template filled in."""
    return str(_environment().get_template(template).render(values))


def _environment() -> Any:
    import jinja2

    found = _KEPT.get("environment")
    if found is None:
        found = jinja2.Environment(
            loader=jinja2.PackageLoader("yandrel.languages.python", "templates"),
            undefined=jinja2.StrictUndefined,
            keep_trailing_newline=True,
        )
        _KEPT["environment"] = found
    return found


_KEPT: dict[str, Any] = {}

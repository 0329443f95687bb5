"""The route table as a skeleton of an OpenAPI 3.1 document."""

import json
import re
from typing import Any

from yandrel.model.results import RoutesReport
from yandrel.model.routes import Route

METHODS = ("GET", "POST", "PUT", "PATCH", "DELETE", "HEAD", "OPTIONS", "TRACE")
PARAMETER = re.compile(r"\{(\w*)\}")


def render_openapi(report: RoutesReport) -> str:
    """Return the document: paths, methods, parameters, tags by domain, operation ids."""
    paths: dict[str, dict[str, Any]] = {}
    taken: set[str] = set()
    for route in (route for route in report.routes if not route.outside):
        path = _path(route.pattern)
        item = paths.setdefault(path, {})
        names = list(dict.fromkeys(PARAMETER.findall(path)))
        if names and "parameters" not in item:
            item["parameters"] = [_parameter(name) for name in names]
        for method in ("GET",) if route.method == "ANY" else (route.method,):
            if method in METHODS:
                item.setdefault(method.lower(), _operation(route, method, taken))
    document = {
        "openapi": "3.1.0",
        "info": {"title": report.name, "version": "0"},
        "paths": {path: paths[path] for path in sorted(paths)},
    }
    return json.dumps(document, indent=2, ensure_ascii=False)


def _path(pattern: str) -> str:
    """Return a path with a name for each parameter, none twice."""
    seen: dict[str, int] = {}

    def named(found: re.Match[str]) -> str:
        name = found[1] or "part"
        seen[name] = seen.get(name, 0) + 1
        return "{" + (name if seen[name] == 1 else f"{name}{seen[name]}") + "}"

    return PARAMETER.sub(named, pattern.replace("{?}", "{part}").replace("*", "{rest}"))


def _parameter(name: str) -> dict[str, Any]:
    return {"name": name, "in": "path", "required": True, "schema": {"type": "string"}}


def _operation(route: Route, method: str, taken: set[str]) -> dict[str, Any]:
    base = (
        re.sub(r"\W+", "_", route.handler or f"{method.lower()}_{route.pattern}").strip("_") or method.lower()
    )
    name, number = base, 1
    while name in taken:
        number += 1
        name = f"{base}_{number}"
    taken.add(name)
    made: dict[str, Any] = {"operationId": name, "responses": {"default": {"description": "not described"}}}
    if route.domain:
        made["tags"] = [route.domain]
    if not route.certain:
        made["description"] = f"Uncertain: {route.doubt}."
    return made

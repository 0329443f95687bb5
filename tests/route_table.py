"""Prints the routes of an application as its framework knows them; run in a process of its own."""

import importlib
import json
import os
import re
import sys


def sample(path: str) -> str:
    """Return a path that a route's pattern fits."""
    path = re.sub(r"<path:[^>]*>|\{[^}:]*:path\}", "a/b", path)
    return re.sub(r"<[^>]*>|\{[^}]*\}", "1", path)


def flask_table(app) -> list:
    rows = []
    for rule in app.url_map.iter_rules():
        for method in sorted(rule.methods or ()):
            endpoint, _ = app.url_map.bind("localhost").match(sample(rule.rule), method)
            rows.append([rule.rule, method, app.view_functions[endpoint].__name__])
    return sorted(rows)


def fastapi_table(app) -> list:
    """The description of the interface, and which function answers a request for each path first."""
    from fastapi.testclient import TestClient

    description = app.openapi()
    answers = []
    client = TestClient(app, raise_server_exceptions=False)
    for path, methods in sorted(description["paths"].items()):
        for method in sorted(methods):
            if method == "get":
                answer = client.get(sample(path))
                answers.append([path, method, answer.status_code, answer.text])
    return [json.loads(json.dumps(description, sort_keys=True)), answers]


def django_table() -> list:
    from django.urls import resolve

    rows = []
    for path in ("/", "/hives/", "/hives/1/", "/harvests/", "/harvests/total/"):
        found = resolve(path)
        view = getattr(found.func, "view_class", found.func)
        rows.append([path, found.route, view.__name__])
    return rows


def main() -> None:
    sys.path.insert(0, os.getcwd())
    module = importlib.import_module(sys.argv[1])
    app = getattr(module, "app", None)
    kind = type(app).__name__
    if kind == "Flask":
        table = flask_table(app)
    elif kind == "FastAPI":
        table = fastapi_table(app)
    else:
        table = django_table()
    print(json.dumps(table))


if __name__ == "__main__":
    main()

"""The route table, compared with the one that the framework itself has when the application is loaded."""

import json
import re
import shutil
import subprocess
import sys
from pathlib import Path

import pytest

from tests.conftest import Yandrel, write_tree
from tests.test_route_cases import parts_of

CASES = Path(__file__).parent / "routes"
MODULES = Path(__file__).parent.parent / ".tools" / "node_modules"

FLASK = """
import json, re, sys
sys.path.insert(0, ".")
from app import create_app
rows = set()
for rule in create_app().url_map.iter_rules():
    pattern = re.sub(r"<(?:[^<>:]*:)?([^<>]+)>", r"{\\1}", rule.rule)
    rows |= {(method, pattern) for method in rule.methods - {"HEAD", "OPTIONS"}}
print(json.dumps(sorted(rows)))
"""
FASTAPI = """
import json, sys
sys.path.insert(0, ".")
from starlette.routing import Mount
from app.main import app
def walk(app, prefix=""):
    for path, methods in app.openapi()["paths"].items():
        for method in methods:
            yield method.upper(), prefix + path
    for route in app.routes:
        if isinstance(route, Mount):
            yield from walk(route.app, prefix + route.path)
print(json.dumps(sorted(set(walk(app)))))
"""
DJANGO = """
import json, os, re, sys
sys.path.insert(0, ".")
import django
from django.conf import settings
settings.configure(ROOT_URLCONF="site_.urls", INSTALLED_APPS=[], SECRET_KEY="x")
django.setup()
from django.urls import get_resolver
from django.urls.resolvers import RoutePattern
def spelled(pattern):
    text = str(pattern)
    if isinstance(pattern, RoutePattern):
        return re.sub(r"<(?:[^<>:]*:)?([^<>]+)>", r"{\\1}", text)
    return text
def walk(patterns, prefix=""):
    for one in patterns:
        path = prefix + spelled(one.pattern)
        if hasattr(one, "url_patterns"):
            yield from walk(one.url_patterns, path)
            continue
        view = getattr(one.callback, "view_class", None)
        verbs = [v.upper() for v in ("get", "post", "put", "patch", "delete") if hasattr(view, v)]
        for verb in verbs or ["ANY"]:
            yield verb, "/" + path
print(json.dumps(sorted(set(walk(get_resolver().url_patterns)))))
"""
EXPRESS = """
const app = require('./src/app.js');
const rows = new Set();
const strip = (text) => text.replace(/\\(([^()]|\\([^()]*\\))*\\)/g, '').replace(/:(\\w+)/g, '{$1}');
const prefixOf = (layer) => {
  let text = layer.regexp.source.replace('\\\\/?(?=\\\\/|$)', '');
  text = text.replace(/^\\^/, '').replace(/\\\\\\//g, '/');
  for (const key of layer.keys) text = text.replace('(?:/([^/]+?))', `/{${key.name}}`);
  return text === '?(?=/|$)' ? '' : text;
};
const walk = (stack, prefix) => {
  for (const layer of stack) {
    if (layer.route) {
      for (const path of [].concat(layer.route.path)) {
        const methods = Object.keys(layer.route.methods);
        for (const method of methods.length > 9 ? ['_all'] : methods) {
          const whole = path === '*' ? '*' : (prefix + strip(path)).replace(/(.)\\/$/, '$1');
          rows.add(JSON.stringify([method === '_all' ? 'ANY' : method.toUpperCase(), whole]));
        }
      }
    } else if (layer.handle.stack) walk(layer.handle.stack, prefix + prefixOf(layer));
  }
};
walk(app._router.stack, '');
console.log(JSON.stringify([...rows].sort().map((row) => JSON.parse(row))));
"""
KOA = """
const Module = require('module');
let router;
const load = Module._load;
Module._load = function (name, ...rest) {
  const made = load.call(this, name, ...rest);
  if (name !== 'koa') return made;
  return class extends made { use(fn) { router = fn.router || router; return super.use(fn); } };
};
require('./src/app.js');
const rows = new Set();
for (const layer of router.stack) {
  for (const method of layer.methods.filter((m) => m !== 'HEAD')) {
    rows.add(JSON.stringify([method, layer.path.replace(/:(\\w+)/g, '{$1}')]));
  }
}
console.log(JSON.stringify([...rows].sort().map((row) => JSON.parse(row))));
"""
FASTIFY = """
const Module = require('module');
const rows = new Set();
const load = Module._load;
Module._load = function (name, ...rest) {
  const made = load.call(this, name, ...rest);
  if (name !== 'fastify') return made;
  return (options) => made(options).addHook('onRoute', (route) => {
    for (const method of [].concat(route.method)) {
      if (method !== 'HEAD') rows.add(JSON.stringify([method, route.url.replace(/:(\\w+)/g, '{$1}')]));
    }
  });
};
require('./src/app.js').ready().then(() => {
  console.log(JSON.stringify([...rows].sort().map((row) => JSON.parse(row))));
});
"""
HAPI = """
const Hapi = require('@hapi/hapi');
const make = Hapi.server;
let server;
Hapi.server = (options) => {
  server = make(options);
  server.auth.scheme('any', () => ({ authenticate: (request, h) => h.continue }));
  server.auth.strategy('session', 'any');
  server.start = async () => {};
  return server;
};
require('./server.js');
setTimeout(() => {
  const rows = server.table().map((route) => [route.method.toUpperCase(), route.path.replace('?}', '}')]);
  console.log(JSON.stringify(rows));
}, 200);
"""
JUDGED = {
    "flask_views": (FLASK, "flask"),
    "fastapi_routers": (FASTAPI, "fastapi"),
    "django_plain": (DJANGO, "django"),
    "express_nested": (EXPRESS, "express"),
    "flask_decorated": (FLASK, "flask"),
    "flask_settings": (FLASK, "flask"),
    "home_made_router": (EXPRESS, "express"),
    "fastify_nested": (FASTIFY, "fastify"),
    "hapi_objects": (HAPI, "@hapi/hapi"),
    "koa_prefix": (KOA, "koa"),
}


def table_at_run_time(root: Path, script: str, package: str) -> set[tuple[str, str]]:
    """Load the application and return its routes; skip where the framework is not installed."""
    if script in (EXPRESS, FASTIFY, HAPI, KOA):
        if shutil.which("node") is None or not (MODULES / package).is_dir():
            pytest.skip(f"{package} is not installed")
        (root / "node_modules").symlink_to(MODULES)
        words = ["node", "-e", script]
    else:
        pytest.importorskip(package)
        words = [sys.executable, "-c", script]
    done = subprocess.run(words, cwd=root, capture_output=True, text=True, timeout=60, check=False)
    assert done.returncode == 0, done.stderr
    return {(method, re.sub(r"//+", "/", path)) for method, path in json.loads(done.stdout)}


@pytest.mark.parametrize("case", sorted(JUDGED))
def test_table_is_the_frameworks(case: str, tmp_path: Path, yandrel: Yandrel) -> None:
    script, package = JUDGED[case]
    _, files = parts_of((CASES / f"{case}.case").read_text(encoding="utf-8"))
    files.pop("routes", None)
    root = write_tree(tmp_path / "app", {path: body + "\n" for path, body in files.items()})
    rows = json.loads(yandrel(root, "routes", "--format", "json").out)["routes"]
    rows = [row for row in rows if row["method"] != "WEBSOCKET"]
    found = {(row["method"], row["pattern"]) for row in rows}
    certain = {(row["method"], row["pattern"]) for row in rows if row["certain"]}
    truth = table_at_run_time(root, script, package)
    assert truth <= found
    assert certain <= truth


MOVED = {
    "flask_views": ("/hives", "/colonies"),
    "fastapi_routers": ("/v1", "/api/v1"),
    "django_plain": ("/hives", "/colonies"),
    "express_nested": ("/api", "/service/api"),
    "home_made_router": ("/api/hives", "/api/colonies"),
    "fastify_nested": ("/gate", "/door"),
    "hapi_objects": ("/hives", "/colonies"),
    "koa_prefix": ("/hives", "/api/colonies"),
}


@pytest.mark.parametrize("case", sorted(MOVED))
def test_another_prefix_is_the_frameworks(case: str, tmp_path: Path, yandrel: Yandrel) -> None:
    """Where the table says that only the prefix changed, the loaded application says so, too."""
    (script, package), (old, new) = JUDGED[case], MOVED[case]
    _, files = parts_of((CASES / f"{case}.case").read_text(encoding="utf-8"))
    files.pop("routes", None)
    sources = {path: body + "\n" for path, body in files.items()}
    before = table_at_run_time(write_tree(tmp_path / "before", sources), script, package)
    root = write_tree(tmp_path / "after", sources)
    assert yandrel(root, "routes", "move", old, new).status == 0
    after = table_at_run_time(root, script, package)
    inside = {row for row in before if row[1] == old or row[1].startswith(old + "/")}
    assert inside
    assert after == (before - inside) | {(method, new + path[len(old) :]) for method, path in inside}


GUARDED = {
    "flask_guard": (FLASK, "flask"),
    "fastapi_guard": (FASTAPI, "fastapi"),
    "fastapi_guard_routes": (FASTAPI, "fastapi"),
    "express_guard": (EXPRESS, "express"),
    "koa_guard": (KOA, "koa"),
    "fastify_guard": (FASTIFY, "fastify"),
}


@pytest.mark.parametrize("case", sorted(GUARDED))
def test_guarded_application_loads_with_the_same_routes(case: str, tmp_path: Path, yandrel: Yandrel) -> None:
    script, package = GUARDED[case]
    _, files = parts_of((CASES.parent / "edits" / f"{case}.case").read_text(encoding="utf-8"))
    call = files.pop("call").split("\n")[0].removesuffix(" --preview")
    files.pop("output", None)
    sources = {path: body + "\n" for path, body in files.items()}
    before = table_at_run_time(write_tree(tmp_path / "before", sources), script, package)
    root = write_tree(tmp_path / "after", sources)
    assert yandrel(root, *call.split()).status == 0
    assert table_at_run_time(root, script, package) == before != set()

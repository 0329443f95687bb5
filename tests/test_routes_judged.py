"""The route table, compared with the one that the framework itself has when the application is loaded."""

import json
import os
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
from starlette.routing import Mount, Route
from fastapi.routing import APIRoute
from app.main import app
def walk(app, prefix=""):
    for path, methods in app.openapi()["paths"].items():
        for method in methods:
            yield method.upper(), prefix + path
    for route in app.routes:
        if isinstance(route, Route) and not isinstance(route, APIRoute):
            yield "GET", prefix + route.path
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
STARLETTE = """
import json, re, sys
sys.path.insert(0, ".")
from starlette.routing import Mount, Route
from app.main import app
def walk(routes, prefix=""):
    for route in routes:
        path = prefix + re.sub(r"{(\\w+):\\w+}", r"{\\1}", route.path)
        if isinstance(route, Mount):
            yield from walk(route.routes, path)
        elif isinstance(route, Route):
            verbs = ("GET", "POST", "PUT", "PATCH", "DELETE")
            methods = route.methods or [v for v in verbs if hasattr(route.endpoint, v.lower())]
            yield from ((method, path) for method in set(methods) - {"HEAD"})
print(json.dumps(sorted(set(walk(app.routes)))))
"""
DRF = """
import json, os, re, sys
sys.path.insert(0, ".")
import django
from django.conf import settings
settings.configure(ROOT_URLCONF="site_.urls", INSTALLED_APPS=["rest_framework"], SECRET_KEY="x",
                   REST_FRAMEWORK={"UNAUTHENTICATED_USER": None})
django.setup()
from django.urls import get_resolver
from rest_framework.schemas.generators import EndpointEnumerator
rows = set()
for pattern in get_resolver().url_patterns:
    text = str(pattern.pattern)
    actions = getattr(pattern.callback, "actions", None)
    if actions and "format" not in text:
        path = "/" + re.sub(r"\\(\\?P<(\\w+)>[^)]*\\)", r"{\\1}", text).strip("^$")
        rows |= {(method.upper(), path) for method in actions if method != "head"}
print(json.dumps(sorted(rows)))
"""
NEST = """
require('reflect-metadata');
const { NestApplication } = require('@nestjs/core');
NestApplication.prototype.listen = async function () {
  await this.init();
  const rows = new Set();
  for (const layer of this.getHttpAdapter().getInstance()._router.stack.filter((one) => one.route)) {
    for (const method of Object.keys(layer.route.methods)) {
      const path = layer.route.path.replace(/:(\\w+)/g, '{$1}').replace(/(.)\\/$/, '$1');
      rows.add(JSON.stringify([method.toUpperCase(), path]));
    }
  }
  require('fs').writeFileSync('rows.json', JSON.stringify([...rows].map((row) => JSON.parse(row))));
  process.exit(0);
};
require('./dist/main.js');
"""
LOOPBACK = """
require('reflect-metadata');
const { RestApplication } = require('@loopback/rest');
const { HiveController } = require('./dist/hive.controller.js');
const app = new RestApplication();
app.controller(HiveController);
app.restServer.getApiSpec().then((spec) => {
  const rows = Object.entries(spec.paths).flatMap(([path, verbs]) =>
    Object.keys(verbs).map((verb) => [verb.toUpperCase(), path]));
  console.log(JSON.stringify(rows));
});
"""
FASTROUTE = """
require 'FastRoute/autoload.php';
use FastRoute\\{DataGenerator, RouteCollector, RouteParser};
$collector = new RouteCollector(new RouteParser\\Std(), new class implements DataGenerator {
    public array $rows = [];
    public function addRoute($method, $parts, $handler) {
        $text = implode('', array_map(fn ($part) => is_string($part) ? $part : '{' . $part[0] . '}', $parts));
        $this->rows[] = [$method, $text];
    }
    public function getData() { return $this->rows; }
});
(require './routes.php')($collector);
echo json_encode($collector->getData());
"""
GO_HEAD = """package main

import (
	"encoding/json"
	"os"
	"regexp"
"""
GO_TAIL = """
)

var braced = regexp.MustCompile(`\\{(\\w+):[^{}]*\\}`)
var colon = regexp.MustCompile(`:(\\w+)`)

func init() {
	rows := [][2]string{}
	add := func(method, path string) {
		path = colon.ReplaceAllString(braced.ReplaceAllString(path, "{$1}"), "{$1}")
		rows = append(rows, [2]string{method, path})
	}
"""
GO_END = """
	json.NewEncoder(os.Stdout).Encode(rows)
	os.Exit(0)
}
"""
CHI = (
    GO_HEAD
    + '\t"net/http"\n\t"github.com/go-chi/chi"'
    + GO_TAIL
    + "\ttype around = func(http.Handler) http.Handler\n"
    + "\tchi.Walk(Router(), func(method, path string, _ http.Handler, _ ...around) error {"
    + "\n\t\tadd(method, path)\n\t\treturn nil\n\t})"
    + GO_END
)
GORILLA = (
    GO_HEAD
    + '\t"github.com/gorilla/mux"'
    + GO_TAIL
    + "\tRouter().Walk(func(one *mux.Route, _ *mux.Router, _ []*mux.Route) error {"
    + "\n\t\tpath, _ := one.GetPathTemplate()\n\t\tmethods, _ := one.GetMethods()"
    + "\n\t\tfor _, method := range methods {\n\t\t\tadd(method, path)\n\t\t}\n\t\treturn nil\n\t})"
    + GO_END
)
GIN = (
    GO_HEAD
    + '\t"github.com/gin-gonic/gin"'
    + GO_TAIL
    + "\tgin.SetMode(gin.ReleaseMode)\n\tfor _, one := range Router().Routes() {"
    + "\n\t\tadd(one.Method, one.Path)\n\t}"
    + GO_END
)
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
    "starlette_lists": (STARLETTE, "starlette"),
    "django_urls": (DRF, "rest_framework"),
    "nest_controllers": (NEST, "@nestjs/core"),
    "nest_modules": (NEST, "@nestjs/core"),
    "loopback_verbs": (LOOPBACK, "@loopback/rest"),
    "php_fastroute": (FASTROUTE, "FastRoute"),
    "go_chi": (CHI, "github.com/go-chi/chi"),
    "go_gorilla": (GORILLA, "github.com/gorilla/mux"),
    "go_gin": (GIN, "github.com/gin-gonic/gin"),
}
IN_NODE = (EXPRESS, FASTIFY, HAPI, KOA, NEST, LOOPBACK)
COMPILED = (NEST, LOOPBACK)
IN_GO = (CHI, GORILLA, GIN)
GO_CODE = Path("/usr/share/gocode")
PHP_CODE = Path("/usr/share/php")
ANY_METHODS = {"GET", "POST", "PUT", "DELETE", "PATCH", "HEAD", "OPTIONS", "CONNECT", "TRACE"}


def table_at_run_time(root: Path, script: str, package: str) -> set[tuple[str, str]]:
    """Load the application and return its routes; skip where the framework is not installed."""
    env = dict(os.environ)
    if script in IN_NODE:
        if shutil.which("node") is None or not (MODULES / package).is_dir():
            pytest.skip(f"{package} is not installed")
        (root / "node_modules").symlink_to(MODULES)
        words = ["node", "-e", script]
        if script in COMPILED:
            compile_decorated(root)
    elif script in IN_GO:
        if shutil.which("go") is None or not (GO_CODE / "src" / package).is_dir():
            pytest.skip(f"{package} is not installed")
        (root / "src/waxmoor/judge.go").write_text(script)
        env |= {"GO111MODULE": "off", "GOPATH": f"{root}:{GO_CODE}", "GOFLAGS": ""}
        words = ["go", "run", "waxmoor"]
    elif script == FASTROUTE:
        if shutil.which("php") is None or not (PHP_CODE / package).is_dir():
            pytest.skip(f"{package} is not installed")
        words = ["php", "-r", script]
    else:
        pytest.importorskip(package)
        words = [sys.executable, "-c", script]
    done = subprocess.run(words, cwd=root, env=env, capture_output=True, text=True, timeout=120, check=False)
    assert done.returncode == 0, done.stderr
    rows = root / "rows.json"
    shown = rows.read_text() if rows.is_file() else done.stdout
    return {(method, re.sub(r"//+", "/", path)) for method, path in json.loads(shown)}


def compile_decorated(root: Path) -> None:
    """Compile TypeScript with decorators, as its frameworks ask for."""
    flags = (
        "--module commonjs --target es2021 --experimentalDecorators --emitDecoratorMetadata --skipLibCheck"
    )
    sources = [str(path.relative_to(root)) for path in sorted((root / "src").rglob("*.ts"))]
    words = [str(MODULES / ".bin/tsc"), *sources, "--outDir", "dist", "--rootDir", "src", *flags.split()]
    done = subprocess.run(words, cwd=root, capture_output=True, text=True, timeout=120, check=False)
    assert done.returncode == 0, done.stdout


def without_any(rows: set[tuple[str, str]], truth: set[tuple[str, str]]) -> set[tuple[str, str]]:
    """Return the rows that a framework spells out for a route of any method as the one row that it is."""
    paths = {path for method, path in rows if method == "ANY"}
    whole = {path for path in paths if {method for method, other in truth if other == path} >= ANY_METHODS}
    return {row for row in truth if row[1] not in whole} | {("ANY", path) for path in whole}


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
    truth = without_any(found, table_at_run_time(root, script, package))
    if script == DRF:  # of the URLs, those of view sets: what the toolkit makes of them
        certain = {row for row in certain if row[1].startswith("/api/")}
    assert truth
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

"""Which routes one function can declare, and what keeps a route where it is."""

import pytest
from tree_sitter import Node

from yandrel.languages.csharp.gathering import gather_routes as gather_csharp
from yandrel.languages.gathering.groups import RouteStatement, concept_of, group_routes, lie_apart
from yandrel.languages.go.gathering import gather_routes as gather_go
from yandrel.languages.jvm.gathering import gather_routes as gather_java
from yandrel.languages.jvm.grammar import parse
from yandrel.languages.lifting import Lifted
from yandrel.languages.php.gathering import gather_routes as gather_php
from yandrel.languages.script.gathering import gather_routes as gather_script

CONCEPTS = [
    ("/hives", "hive"),
    ("/api/v2/hives/{id}", "hive"),
    ("/hives/{id}/harvests", "hive"),
    ("/bee-yards/:number", "bee_yard"),
    ("/api", "api"),
    ("/", "root"),
    ("/{anything}", "root"),
]


@pytest.mark.parametrize(("path", "concept"), CONCEPTS)
def test_what_a_path_is_about(path: str, concept: str) -> None:
    assert concept_of(path) == concept


@pytest.mark.parametrize(
    ("one", "other", "apart"),
    [
        ("/hives", "/harvests", True),
        ("/api/hives", "/api/harvests/{id}", True),
        ("/hives", "/{kind}", False),
        ("/hives", "/hives/{id}", False),
        ("/", "/hives", False),
        ("/files/*rest", "/files/hives", False),
    ],
)
def test_paths_that_no_request_fits_both(one: str, other: str, apart: bool) -> None:
    assert lie_apart(one, other) is apart
    assert lie_apart(other, one) is apart


def node() -> Node:
    return parse(b"class A {}").root_node


def group(*paths: str | None, stays: str = "") -> list[list[str]]:
    """Return the paths in the groups that they make; None is something that is no route."""
    statements = [
        RouteStatement(node(), path, in_place=True, stays="it stays" if path == stays else "")
        if path is not None
        else None
        for path in paths
    ]
    return [[s.path for s in found.statements] for found in group_routes(statements)]


def test_routes_of_one_concept_come_together_past_others() -> None:
    assert group("/hives", "/harvests", "/hives/{id}") == [["/hives", "/hives/{id}"], ["/harvests"]]


def test_no_route_passes_one_that_could_answer_in_its_place() -> None:
    assert group("/hives", "/{kind}", "/hives/{id}") == [["/hives"], ["/{kind}"], ["/hives/{id}"]]


def test_no_route_passes_what_is_no_route() -> None:
    assert group("/hives", None, "/hives/{id}") == [["/hives"], ["/hives/{id}"]]


def test_no_route_passes_one_of_its_concept_that_stays() -> None:
    found = group("/hives", "/hives/{id}", "/hives/count", stays="/hives/{id}")
    assert found == [["/hives"], ["/hives/count"]]


GO = (
    "package main\n\nfunc main() {{\n\tmux := http.NewServeMux()\n{0}"
    '\tmux.HandleFunc("/hives", func(w http.ResponseWriter, r *http.Request) {{\n{1}\t}})\n}}\n'
)
CSHARP = 'var app = WebApplication.Create(args);\n{0}app.MapGet("/hives", () => {1});\napp.Run();\n'
JAVA = (
    "class App {{\n{0}    public static void main(String[] args) {{\n"
    '        Javalin app = Javalin.create();\n        app.get("/hives", ctx -> {1});\n    }}\n}}\n'
)
TYPESCRIPT = (
    "import express, {{ type Express }} from 'express';\n\nexport function make(pool: Pool): Express {{\n"
    "  const app = express();\n{0}  app.get('/hives', (req, res) => {1});\n  return app;\n}}\n"
)


def gather_typescript(source: bytes, kept: frozenset[str]) -> Lifted:
    return gather_script(source, "app.ts", kept)


KEPT = [
    (gather_go, GO, "\tn := 0\n", "\t\tn++\n", "uses n, which is set again"),
    (gather_go, GO, "\tconf := Config{}\n", "\t\tconf.Load()\n", "uses conf, and so stays"),
    (gather_go, GO, "\tstore, err := open()\n", "\t\tstore.All()\n", "uses store, and so stays"),
    (gather_csharp, CSHARP, "var store = Open();\n", "store.All()", "uses store, and so stays"),
    (gather_csharp, CSHARP, "int n = 0;\n", "++n", "uses n, which is set again"),
    (gather_csharp, CSHARP.replace("(args)", "()"), "", "args[0]", "uses args, and so stays"),
    (gather_java, JAVA, "    static int n;\n", "n++", "uses n, which is set again"),
    (gather_java, JAVA, "    final Map<String, Hive> hives = of();\n", "use(this)", "uses its object"),
    (
        gather_java,
        JAVA.replace("class App", "class App extends Base"),
        "",
        "inherited(ctx)",
        "uses inherited, and so stays",
    ),
    (gather_go, GO, "\tn := 0\n", "\t\tuse(&n)\n", "uses n, which is set again"),
    (gather_go, GO, "\ttype row struct{}\n", "\t\tuse(row{}, mux)\n", "uses row, and so stays"),
    (
        gather_typescript,
        TYPESCRIPT,
        "  interface Row { id: number }\n",
        "load<Row>(pool)",
        "uses Row, and so stays",
    ),
    (gather_typescript, TYPESCRIPT.replace("make(", "make<T>("), "", "load<T>(pool)", "uses T, and so stays"),
    (gather_typescript, TYPESCRIPT, "  const q = z.object(1);\n", "q", "uses q, and so stays"),
    (
        gather_java,
        JAVA.replace("class App", "class App implements Says"),
        "    public void say(Object text) {}\n",
        "say(ctx)",
        "uses say, and so stays",
    ),
    (
        gather_java,
        JAVA,
        "    static void say(int n) {}\n    static void say(String s) {}\n",
        "say(1)",
        "uses say, and so stays",
    ),
    (gather_csharp, CSHARP, "int n = 0;\n", "use(ref n)", "uses n, which is set again"),
]


@pytest.mark.parametrize(("gather", "text", "before", "handler", "why"), KEPT)
def test_what_cannot_be_handed_on_keeps_a_route(gather, text, before, handler, why) -> None:  # type: ignore[no-untyped-def]
    source = text.format(before, handler).encode()
    lifted = gather(source, frozenset())
    assert lifted.text == source
    assert [note for _, _, note in lifted.notes if why in note], lifted.notes


HANDED = [
    (gather_typescript, TYPESCRIPT, "", "res.json(pool)", "(app: Express, pool: Pool): void"),
    (
        gather_typescript,
        TYPESCRIPT,
        "  const kept = new Map<string, number>();\n",
        "res.json(kept)",
        "(app: Express, kept: Map<string, number>): void",
    ),
    (gather_go, GO, "\tstore := &Store{}\n", "\t\tstore.All()\n", "(mux *http.ServeMux, store *Store)"),
    (gather_go, GO, "\tconf := Config{}\n", "\t\tuse(conf.Port)\n", "(mux *http.ServeMux, conf Config)"),
    (gather_go, GO, "\tdb, err := sql.Open(a, b)\n", "\t\tdb.Ping()\n", "(mux *http.ServeMux, db *sql.DB)"),
    (gather_java, JAVA, "    static final Map<A, B> KEPT = of();\n", "KEPT", "(Javalin app, Map<A, B> kept)"),
    (gather_java, JAVA, "", "ctx.json(args)", "(Javalin app, String[] args)"),
    (
        gather_csharp,
        CSHARP,
        "var store = new HiveStore();\n",
        "store.All()",
        "(WebApplication app, HiveStore store)",
    ),
    (gather_csharp, CSHARP, "", "1", "(WebApplication app)"),
    (
        gather_go,
        GO,
        "\tdb, err := sql.Open(a, b)\n",
        "\t\tif err := db.Ping(); err != nil {\n\t\t}\n",
        "(mux *http.ServeMux, db *sql.DB)",
    ),
]


@pytest.mark.parametrize(("gather", "text", "before", "handler", "taken"), HANDED)
def test_what_a_route_uses_is_handed_to_its_function(gather, text, before, handler, taken) -> None:  # type: ignore[no-untyped-def]
    lifted = gather(text.format(before, handler).encode(), frozenset())
    assert taken.encode() in lifted.text
    assert list(lifted.concepts.values()) == ["hive"]
    assert not lifted.notes


def test_a_closure_that_takes_a_variable_by_name_gets_it_by_name() -> None:
    source = b"<?php\n$n = 0;\n$app->get('/hives', function () use (&$n) { return ++$n; });\n"
    lifted = gather_php(source, frozenset())
    assert b"function registerHiveRoutes($app, &$n)\n{\n    $app->get(" in lifted.text
    assert b"\nregisterHiveRoutes($app, $n);\n" in lifted.text


def test_a_function_for_its_routes_is_left_as_it_is() -> None:
    source = (
        b"package main\n\nfunc registerHives(mux *http.ServeMux, store *Store) {\n"
        b'\tmux.HandleFunc("/hives", func(w http.ResponseWriter, r *http.Request) { store.All() })\n}\n'
    )
    lifted = gather_go(source, frozenset())
    assert lifted.text == source
    assert not lifted.notes

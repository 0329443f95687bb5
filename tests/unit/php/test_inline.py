"""Handlers that PHP's routes are bound to in place get names."""

import pytest

from yandrel.languages.php.gathering import gather_routes


def lifted(body: str) -> tuple[str, list[str], list[str]]:
    found = gather_routes(f"<?php\n{body}\n".encode(), frozenset())
    return found.text.decode(), list(found.handlers), [why for _, _, why in found.notes]


@pytest.mark.parametrize(
    ("binding", "name"),
    [
        ("$app->get('/hives', function ($r) { return 1; });", "listHives"),
        ("$app->post('/hives', function ($r) { return 1; });", "createHive"),
        ("Route::delete('/hives/{number}', fn ($r) => 1);", "deleteHive"),
        ("route('PUT', '/hives/(\\d+)', function ($r) { return 1; });", "updateHive"),
        ("$app->map(['GET'], '/keepers', function ($r) { return 1; });", "listKeepers"),
        ("$routes = ['GET /hives' => function ($r) { return 1; }];", "listHives"),
        ("$routes = ['POST' => ['/hives' => function ($r) { return 1; }]];", "createHive"),
        ("$routes['POST']['/harvests'] = function ($r) { return 1; };", "createHarvest"),
    ],
)
def test_bindings(binding: str, name: str) -> None:
    text, names, notes = lifted(binding)
    assert (names, notes) == ([name], [])
    assert f"function {name}($r)" in text
    assert f"'{name}'" in text


@pytest.mark.parametrize(
    ("binding", "taken"),
    [
        ("$app->get('/a', function ($r) use ($db) { return $db; });", "($app, $db)"),
        ("$app->get('/a', fn ($r) => $db->all($r));", "($app, $db)"),
        ("$routes['/a'] = function ($r) use ($db) { return $db; };", "(&$routes, $db)"),
        ("Route::get('/a', function ($r) use ($db) { return $db; });", "($db)"),
        ("$db = new Db();\n$app->get('/a', fn ($r) => $db->all($r));", "($app, Db $db)"),
    ],
)
def test_what_closes_over_something_is_handed_it(binding: str, taken: str) -> None:
    text, names, notes = lifted(binding)
    assert (names, notes) == ([], [])
    assert f"\nfunction registerARoutes{taken}\n{{\n" in text


@pytest.mark.parametrize(
    ("binding", "named"),
    [
        ("$app->get('/a', function ($r) { return $this->db; });", "its object"),
        ("$routes = ['/a' => function ($r) use ($db) { return $db; }];", "$db"),
    ],
)
def test_what_closes_over_more_stays(binding: str, named: str) -> None:
    text, names, notes = lifted(binding)
    assert names == []
    assert binding in text
    assert named in notes[0]


@pytest.mark.parametrize(
    "body",
    ["usort($hives, function ($a, $b) { return 1; });", "$x = ['name' => fn () => 1];", "$app->get($path, fn () => 1);"],
)  # fmt: skip
def test_other_closures_are_no_handlers(body: str) -> None:
    assert lifted(body)[1:] == ([], [])


def test_in_a_namespace_the_function_itself_is_given() -> None:
    text, names, _ = lifted("namespace A;\n$app->get('/hives', function ($r) { return 1; });")
    assert names == ["listHives"]
    assert "$app->get('/hives', listHives(...));" in text
    assert text.index("namespace A;") < text.index("function listHives") < text.index("$app->get")


def test_lines_keep_their_shape() -> None:
    body = "if (true) {\n    $app->get('/a', function ($r) {\n        return '\n  as it is';\n    });\n}"
    text, names, _ = lifted(body)
    assert f"function {names[0]}($r)\n{{\n    return '\n  as it is';\n}}\n\nif (true)" in text

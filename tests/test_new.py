"""What `new` makes: it installs, starts, answers, passes its own tests, and is clean."""

import json
import os
import re
import socket
import subprocess
import sys
import time
import urllib.error
import urllib.request
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

import pytest

from tests.conftest import Yandrel, read_tree, write_tree

LAYOUTS = ("role-first", "domain-first", "rings", "command-query")
FRAMEWORKS = ("flask", "fastapi", "django")
OPEN = urllib.request.build_opener(urllib.request.ProxyHandler({})).open
LEFT_OVERS = re.compile(rb'TODO|FIXME|\{\{|\}\}|\bAPP/|= "NAME"|placeholder')
SQL = """
CREATE TABLE bee_yards (
    id INTEGER PRIMARY KEY,
    name VARCHAR(80) NOT NULL,
    area NUMERIC(8, 2),
    open BOOLEAN NOT NULL,
    seen TIMESTAMP
);
"""


def run(folder: Path, *words: str, status: int = 0, **environment: str) -> str:
    done = subprocess.run(
        [sys.executable, "-B", *words],
        cwd=folder,
        capture_output=True,
        text=True,
        check=False,
        env={**os.environ, "PYTHONDONTWRITEBYTECODE": "1", **environment},
    )
    assert done.returncode == status, done.stdout + done.stderr
    return done.stdout + done.stderr


def run_own_tests(root: Path, framework: str) -> str:
    if framework == "django":
        run(root, "manage.py", "makemigrations", "--check", "--dry-run")
        return run(root, "manage.py", "test")
    return run(root, "-m", "pytest", "-q", "-p", "no:cacheprovider")


def free_port() -> int:
    with socket.socket() as found:
        found.bind(("127.0.0.1", 0))
        port: int = found.getsockname()[1]
        return port


@contextmanager
def started(root: Path, framework: str, place: Path) -> Iterator[str]:
    """Start an application for real; yields its address."""
    port = str(free_port())
    database = str(place / "started.sqlite3")
    environment = {**os.environ, "WAXMOOR_DATABASE": database, "PYTHONPATH": str(root)}
    module = "waxmoor.app" if framework == "flask" else "waxmoor.main"
    words = {
        "flask": ["-m", "flask", "--app", module, "run", "--port", port],
        "fastapi": ["-m", "uvicorn", f"{module}:app", "--port", port],
        "django": ["manage.py", "runserver", "--noreload", port],
    }[framework]
    if framework == "django":
        run(root, "manage.py", "migrate", WAXMOOR_DATABASE=database)
    folder = root if framework == "django" else place
    log = place / "server.log"
    with log.open("wb") as output:
        server = subprocess.Popen(
            [sys.executable, "-B", *words], cwd=folder, env=environment, stdout=output, stderr=output
        )
    try:
        address = f"http://127.0.0.1:{port}"
        for _ in range(150):
            try:
                OPEN(address + "/nothing-here", timeout=5)
            except urllib.error.HTTPError:
                break
            except OSError:
                assert server.poll() is None, log.read_text()
                time.sleep(0.1)
        yield address
    finally:
        server.terminate()
        server.wait()


def ask(address: str, data: dict[str, str] | None = None) -> object:
    body = json.dumps(data).encode() if data is not None else None
    request = urllib.request.Request(address, body, {"Content-Type": "application/json"})
    with OPEN(request, timeout=10) as answer:
        return json.load(answer)


def assert_clean(root: Path, yandrel: Yandrel) -> None:
    done = yandrel(root, "check")
    assert done.status == 0, done.out
    assert done.out.startswith("Clean")
    run(root, "-m", "ruff", "check", "--isolated", "--no-cache", "--select", "E4,E7,E9,F,I", ".")
    for path, data in read_tree(root).items():
        assert not LEFT_OVERS.search(data), path


@pytest.mark.parametrize("layout", LAYOUTS)
@pytest.mark.parametrize("framework", FRAMEWORKS)
def test_an_application_grows(framework: str, layout: str, tmp_path: Path, yandrel: Yandrel) -> None:
    made = yandrel(tmp_path, "new", "app", "waxmoor", "--framework", framework, "--layout", layout)
    assert made.status == 0, made.err
    root = tmp_path / "waxmoor"
    assert_clean(root, yandrel)
    run_own_tests(root, framework)
    with started(root, framework, tmp_path) as address:
        slash = "/" if framework == "django" else ""
        assert ask(f"{address}/notes{slash}") == []
        note = {"title": "smoke", "body": "dry grass"}
        assert ask(f"{address}/notes{slash}", note) == {"id": 1, **note}
        assert ask(f"{address}/notes{slash}") == [{"id": 1, **note}]
    fields = "weight: float, taken_on: date, note: text?, golden: boolean"
    (tmp_path / "schema.sql").write_text(SQL)
    (root / "schema.sql").write_text(SQL)
    assert yandrel(root, "new", "domain", "harvests", "--fields", fields).status == 0
    assert yandrel(root, "new", "domain", "bee_yards", "--from", "schema.sql:bee_yards").status == 0
    like = yandrel(root, "new", "domain", "inspections", "--like", "harvests")
    assert like.status == 0, like.err
    assert "names the model" not in like.out
    assert yandrel(root, "new", "domain", "news").status == 0
    assert yandrel(root, "new", "action", "harvests/approve").status == 0
    assert_clean(root, yandrel)
    run_own_tests(root, framework)
    for _ in range(5):
        assert yandrel(root, "undo").status == 0
    (root / "schema.sql").unlink()
    assert_clean(root, yandrel)
    assert not list(root.rglob("*harvest*"))


def test_an_application_installs(tmp_path: Path, yandrel: Yandrel) -> None:
    assert yandrel(tmp_path, "new", "app", "waxmoor", "--layout", "domain-first").status == 0
    place = tmp_path / "installed"
    run(
        tmp_path, "-m", "pip", "install", "--quiet", "--no-deps", "--no-build-isolation",
        "--target", str(place), str(tmp_path / "waxmoor"),
    )  # fmt: skip
    with started(place, "flask", tmp_path) as address:
        assert ask(f"{address}/notes", {"title": "a", "body": "b"}) == {"id": 1, "title": "a", "body": "b"}


def test_the_real_environment_file_stays_out(tmp_path: Path, yandrel: Yandrel) -> None:
    assert yandrel(tmp_path, "new", "app", "waxmoor").status == 0
    root = tmp_path / "waxmoor"
    assert "WAXMOOR_DATABASE" in (root / ".env.sample").read_text()
    (root / ".env").write_text("WAXMOOR_DATABASE=secret.sqlite3\n")
    assert yandrel(root, "check").status == 0
    (root / ".gitignore").unlink()
    assert "exposed-secret" in yandrel(root, "check").out


def test_a_preview_writes_nothing(tmp_path: Path, yandrel: Yandrel) -> None:
    shown = yandrel(tmp_path, "new", "app", "waxmoor", "--preview")
    assert "+++ b/waxmoor/app.py" in shown.out
    assert not (tmp_path / "waxmoor").exists()


def test_what_fails_afterwards_is_taken_back(tmp_path: Path, yandrel: Yandrel) -> None:
    assert yandrel(tmp_path, "new", "app", "waxmoor").status == 0
    root = tmp_path / "waxmoor"
    before = read_tree(root)
    done = yandrel(root, "new", "domain", "hives", "--then", f"{sys.executable} -c 'raise SystemExit(3)'")
    assert done.status == 4
    assert read_tree(root) == before


SHOP = {
    "yandrel.toml": '[app]\nname = "Shop"\n\n[roles]\nservice = "shop/services/{name}_service.py"\n',
    "shop/__init__.py": "",
    "shop/services/__init__.py": "",
    "shop/services/order_service.py": "class OrderService:\n    pass\n",
}


@pytest.mark.parametrize(
    ("words", "status", "says"),
    [
        (("new", "app", "3bees"), 2, "is no name for an application"),
        (("new", "app", "class"), 2, "class is a word of the language"),
        (("new", "app", "shop"), 3, "shop: is there already"),
        (("new", "app", "flask"), 2, "flask would hide something of that name"),
        (("new", "app", "bees", "--layout", "role-frist"), 2, "did you mean role-first?"),
        (("new", "app", "bees", "--framework", "flsk"), 2, "did you mean flask?"),
        (("new", "app", "bees", "--language", "cobol"), 2, "no language is called 'cobol'"),
        (("new", "app", "bees", "--fields", "weight: flot"), 2, "did you mean float?"),
        (("new", "app", "bees", "--fields", "def: text"), 2, "def is a word of the language"),
        (("new", "app", "bees", "--fields", "a: text, a: date"), 2, "a stands there twice"),
        (("new", "app", "bees", "--fields", "a b: text"), 2, "is no name for a field"),
        (("new", "app", "bees", "--from", "nothing.sql:a"), 2, "nothing.sql: no such file"),
        (("new", "app", "bees", "--from", "bad.sql:a"), 2, "bad.sql:3: the SQL cannot be read"),
        (("new", "app", "bees", "--from", "good.sql:part"), 2, "did you mean parts?"),
        (("new", "app", "bees", "--from", "good.sql"), 2, "has several tables; name one: orders, parts"),
        (("new", "app", "bees", "--fields", "a", "--from", "good.sql:parts"), 2, "leave one away"),
        (("new", "domain", "parts"), 2, "no framework that there are templates for"),
        (("new", "domain", "parts", "--like", "ordres"), 2, "no domain is called 'ordres'"),
        (("new", "action", "orders"), 2, "names no action; write DOMAIN/ACTION"),
        (("new", "servcie", "part"), 2, "did you mean service?"),
        (("new", "service", "order"), 3, "shop/services/order_service.py: is there already"),
        (("new", "service", "lambda"), 2, "lambda is a word of the language"),
        (("new", "service", "part", "--fields", "a"), 2, "fields belong to a whole domain"),
        (("layout", "rigns"), 2, "did you mean rings?"),
        (("layout", "rings", "--language", "pyhton"), 2, "did you mean python?"),
    ],
)
def test_bad_calls(words: tuple[str, ...], status: int, says: str, tmp_path: Path, yandrel: Yandrel) -> None:
    root = write_tree(tmp_path / "root", {**SHOP})
    (root / "bad.sql").write_text("CREATE TABLE a (\n  id INTEGER,\n  b TEXT TEXT (,\n);\n")
    (root / "good.sql").write_text("CREATE TABLE orders (id INT, a TEXT);\nCREATE TABLE parts (b INT);\n")
    before = read_tree(root)
    done = yandrel(root, *words)
    assert done.status == status, done.out + done.err
    assert says in done.err
    assert "Traceback" not in done.err
    assert len(done.err.strip().splitlines()) == 1
    assert read_tree(root) == before


@pytest.mark.parametrize("layout", LAYOUTS)
@pytest.mark.parametrize("framework", FRAMEWORKS)
def test_a_built_in_layout_can_be_pasted(
    framework: str, layout: str, tmp_path: Path, yandrel: Yandrel
) -> None:
    printed = yandrel(tmp_path, "layout", layout, "--framework", framework, "--app", "Waxmoor")
    root = write_tree(tmp_path / "root", {"yandrel.toml": printed.out, "waxmoor/__init__.py": ""})
    shown = yandrel(root, "layout")
    assert shown.status == 0
    assert "Waxmoor is laid out in" in shown.out
    assert "yandrel.toml:6" in shown.out
    named = {"yandrel.toml": f'[app]\nname = "Waxmoor"\nlayout = "{layout}/{framework}"\n'}
    based = write_tree(tmp_path / "based", {**named, "waxmoor/__init__.py": ""})
    lines = [
        line.split("  yandrel.toml")[0].split("  built-in")[0].strip() for line in shown.out.splitlines()
    ]
    there = yandrel(based, "layout").out
    assert f"built-in {layout}/{framework}" in there
    assert all(line.split("  ")[0] in there for line in lines if line)

"""The layout in force: what is the file's own, what the built-in layout's, and on which line."""

import pytest

from yandrel.errors import ConfigError
from yandrel.layout.config import parse_layout
from yandrel.layout.inforce import lines_in_force

TEXT = b"""\
[app]
name = "Waxmoor"
layout = "rings/fastapi"

[roles]
model = [  # the innermost
  "waxmoor/things/{name}.py",
]

[imports]
may = [
  "entry -> *",
  "route -> service",  # and no further
]

[roles.clock]
home = "waxmoor/clock.py"
"""


def test_origins() -> None:
    layout = parse_layout(TEXT)
    origins = {(line.section, line.key, line.value): line.origin for line in lines_in_force(layout)}
    assert origins["roles", "model", '"waxmoor/things/{name}.py"'] == "yandrel.toml:7"
    assert origins["roles", "route", '"waxmoor/input/{name}_router.py"'] == "built-in rings/fastapi"
    assert origins["imports", "may", '"route -> service"'] == "yandrel.toml:13"
    assert origins["imports", "domains", '"apart"'] == "built-in rings/fastapi"
    assert origins["roles", "clock", '{ home = "waxmoor/clock.py" }'] == "yandrel.toml:16"


def test_the_files_own_lines_outrank_the_built_in_ones() -> None:
    layout = parse_layout(TEXT)
    assert [home.text for home in layout.roles["model"].homes] == ["waxmoor/things/{name}.py"]
    assert layout.arrows.allows("route", "service")
    assert layout.roles["clock"].homes[0].text == "waxmoor/clock.py"
    assert set(layout.outside) == {"model", "error", "port", "service"}


@pytest.mark.parametrize(
    ("language", "source", "service", "test"),
    [
        ("java", "src/main/java/coop/waxmoor", "{domain:flat}/{Name}Service.java", "src/test/java/coop/waxmoor/"),
        ("csharp", "src/Waxmoor", "", "test/Waxmoor.Tests/"),
        ("swift", "Sources/Waxmoor", "", "Tests/WaxmoorTests/"),
        ("go", "internal", "", ""),
        ("php", "src", "", "tests/"),
    ],
)  # fmt: skip
def test_a_built_in_layout_of_a_language(language: str, source: str, service: str, test: str) -> None:
    text = f'[app]\nname = "Waxmoor"\nsource = ["{source}"]\nlayout = "domain-first/{language}"\n'
    layout = parse_layout(text.encode())
    assert layout.roles["service"].homes[0].text.startswith(f"{source}/")
    assert layout.roles["service"].homes[0].text.endswith(service)
    assert layout.roles["test"].homes[0].text.startswith(test)


def test_no_such_customs() -> None:
    with pytest.raises(ConfigError, match="did you mean flask"):
        parse_layout(b'[app]\nlayout = "rings/flsk"\n')

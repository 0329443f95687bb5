"""The layout in force: what is the file's own, what the built-in layout's, and on which line."""

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

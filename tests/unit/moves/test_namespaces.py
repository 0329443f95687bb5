"""What texts say of namespaces without naming a type."""

import pytest

from yandrel.moves.namespaces import says_maker


@pytest.mark.parametrize(
    ("text", "maker"),
    [
        ("<groupId>coop.waxmoor", True),
        ("<groupId>\n  coop.waxmoor", True),
        ("group = 'coop.waxmoor'", True),
        ('group "coop.waxmoor"', True),
        ('<dependency groupId="coop.waxmoor"', True),
        ('{"organisation": "coop.waxmoor"', True),
        ('scan = "coop.waxmoor"', False),
        ("<package>coop.waxmoor", False),
        ("groups:\n  - coop.waxmoor", False),
        ("my_group_scan='coop.waxmoor'", False),
    ],
)
def test_who_makes_something_is_written_like_a_package(text: str, maker: bool) -> None:
    assert says_maker(text.encode(), text.index("coop")) is maker

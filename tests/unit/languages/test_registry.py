"""Which of several homes suits a unit's language."""

import pytest

from yandrel.languages.registry import first_written_alike


@pytest.mark.parametrize(
    ("homes", "unit", "chosen"),
    [
        (["web/{name}.ts", "lib/{name}.go"], "lib/api.go", 1),
        (["web/{name}.ts", "lib/{name}.ts"], "lib/api.tsx", 0),
        (["web/{name}.ts"], "lib/api.go", None),
        (["web/{name}.ts"], "lib/api.js", None),
        (["web/{name}.kt", "web/{name}.java"], "a/B.java", 1),
        (["web/{name}.kt"], "a/B.java", None),
        (["web/**", "lib/{name}.go"], "lib/api.go", 1),
        (["web/**", "lib/{name}.go"], "lib/api.py", 0),
        ([], "lib/api.go", None),
    ],
)
def test_homes_are_chosen_by_ending_and_language(homes: list[str], unit: str, chosen: int | None) -> None:
    assert first_written_alike(homes, unit) == chosen

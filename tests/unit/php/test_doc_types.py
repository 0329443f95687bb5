"""Types in doc comments end where the variable or the prose begins."""

import pytest

from yandrel.languages.php.doc_types import type_spans


@pytest.mark.parametrize(
    ("tag", "rest", "types"),
    [
        ("param", " string $url Svn url", ["string"]),
        ("param", " $url Url the Url", ["Url"]),
        ("param", " Hive|null  $hive Hive to weigh", ["Hive|null"]),
        ("param", " Hive | Keeper $hive a Hive", ["Hive | Keeper"]),
        ("param", " array<string, Hive> $hives all Hives", ["array<string, Hive>"]),
        ("param", " callable(Hive, int): Keeper $do calls Hive", ["callable(Hive, int): Keeper"]),
        ("return", " ($x is Hive ? Keeper : Bee) what it is: Hive", ["($x is Hive ? Keeper : Bee)"]),
        ("throws", " HiveError where no Hive is", ["HiveError"]),
        ("see", " Hive::open() opens a Hive", ["Hive::open()"]),
        ("template", " T of Hive Hive", ["Hive"]),
        ("template-extends", " Store<Hive> of Hive", ["Store<Hive>"]),
        ("template", " T", []),
        (
            "method",
            " Hive open(Keeper $by, int $x = f(1)) opens a Hive",
            ["Hive open(Keeper $by, int $x = f(1))"],
        ),
        ("type", " Row array{hive: Hive, by: Keeper}", ["Row array{hive: Hive, by: Keeper}"]),
    ],
)
def test_types_end_before_prose(tag: str, rest: str, types: list[str]) -> None:
    spans = type_spans(tag.encode(), rest.encode())
    assert [rest[start:end].strip() for start, end in spans] == types

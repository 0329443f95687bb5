"""Arrows: what they allow."""

import pytest

from yandrel.errors import ConfigError
from yandrel.layout.arrows import Arrows, read_arrows

ROLES = ("entry", "route", "controller", "service", "repository", "model", "schema")


def arrows(*lines: str) -> Arrows:
    return read_arrows(lines, {"core": ("service", "model")}, ROLES, "yandrel.toml")


def test_a_chain_allows_each_step() -> None:
    chain = arrows("controller -> service -> repository")
    assert chain.allows("controller", "service")
    assert chain.allows("service", "repository")
    assert not chain.allows("controller", "repository")
    assert not chain.allows("service", "controller")


def test_a_double_chain_allows_all_to_the_right() -> None:
    chain = arrows("controller => service => repository => model")
    assert chain.allows("controller", "model")
    assert not chain.allows("model", "controller")


def test_mixed_chains() -> None:
    chain = arrows("route -> controller => service => repository")
    assert chain.allows("route", "controller")
    assert not chain.allows("route", "service")
    assert chain.allows("controller", "repository")


def test_groups_in_place_and_by_name() -> None:
    both = arrows("{controller service} -> schema", "route -> core")
    assert both.allows("controller", "schema")
    assert both.allows("service", "schema")
    assert both.allows("route", "model")
    assert not both.allows("controller", "model")


def test_unguarded_roles_are_free() -> None:
    some = arrows("entry -> *", "controller -> service")
    assert some.allows("entry", "service")
    assert some.allows("model", "controller")
    assert some.allows("controller", "model")
    assert not some.allows("service", "controller")
    assert some.guarded == {"entry", "controller", "service"}


def test_one_role_may_import_itself() -> None:
    assert arrows("controller -> service").allows("service", "service")


@pytest.mark.parametrize(
    "line", ["controller", "controller ->", "-> service", "controller -> servce", "{} -> model"]
)
def test_what_is_no_arrow(line: str) -> None:
    with pytest.raises(ConfigError):
        arrows(line)

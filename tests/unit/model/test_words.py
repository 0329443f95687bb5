"""Names in words."""

import pytest

from yandrel.model.words import FORMS, plural, singular, words_of


@pytest.mark.parametrize(
    ("name", "words"),
    [
        ("HiveController", ("hive", "controller")),
        ("HTTPServerError", ("http", "server", "error")),
        ("hive_controller", ("hive", "controller")),
        ("weigh-in", ("weigh", "in")),
        ("Area51Map", ("area51", "map")),
        ("GraphQLHiveController", ("graphql", "hive", "controller")),
        ("OAuth2Client", ("oauth2", "client")),
        ("OAuthor", ("o", "author")),
        ("i18nService", ("i18n", "service")),
        ("HiveI18n", ("hive", "i18n")),
        ("L10nHive", ("l10n", "hive")),
        ("X86Scale", ("x86", "scale")),
        ("", ()),
    ],
)
def test_words(name: str, words: tuple[str, ...]) -> None:
    assert words_of(name) == words


@pytest.mark.parametrize(
    ("form", "text"),
    [
        ("snake", "bee_hives"), ("pascal", "BeeHives"), ("camel", "beeHives"), ("kebab", "bee-hives"),
        ("flat", "beehives"), ("singular", "bee_hive"), ("plural", "bee_hives"),
    ],
)  # fmt: skip
def test_forms(form: str, text: str) -> None:
    assert FORMS[form]("BeeHives") == text


@pytest.mark.parametrize(
    ("one", "many"),
    [("harvest", "harvests"), ("category", "categories"), ("status", "statuses"), ("hive", "hives")],
)
def test_numbers(one: str, many: str) -> None:
    assert plural(one) == many
    assert plural(many) == many
    assert singular(many) == one or one == "status"
    assert singular(one) == one

"""Signs weighed together: what a file does counts, with its names and what is around it."""

import pytest

from yandrel.languages.deeds import KINDS, count_deeds
from yandrel.languages.registry import language_of, load_language
from yandrel.layout.config import Layout
from yandrel.model.facts import Facts
from yandrel.survey.chances import chances_of, contributions, load_weights
from yandrel.survey.roles import RoleReader
from yandrel.survey.signs import SIGNS, SignReader, Signs, deeds_of
from yandrel.survey.vocabulary import ROLES, roles_of_end, roles_of_package

STORES = "def {0}(db):\n    rows = db.execute('SELECT a FROM {0}').fetchall()\n    db.commit()\n    return rows\n\n\n"
ANSWERS = "def {0}(request):\n    if not request.user:\n        return HttpResponse(status=401)\n    return JsonResponse({{}})\n\n\n"
CALLS = "def {0}(self):\n    got = httpx.get(base_url, timeout=3)\n    got.raise_for_status()\n    return got\n\n\n"


def signs_of(path: str, source: str) -> Signs:
    name = language_of(path)
    assert name is not None
    facts = load_language(name).read_facts(source.encode(), path)
    facts = Facts(
        **{field: getattr(facts, field) for field in facts.__struct_fields__}
        | {"deeds": count_deeds(source.encode())}
    )
    return SignReader().read(path, facts, RoleReader(Layout(), [name]).tables[name])


@pytest.mark.parametrize(
    ("text", "role"), [(STORES, "repository"), (ANSWERS, "controller"), (CALLS, "gateway")]
)
def test_what_a_file_does_tells_its_role_without_a_name(text: str, role: str) -> None:
    source = "".join(text.format(name) for name in ("one", "two", "three", "four"))
    chances = chances_of(signs_of("bees/wax.py", source), load_weights().first)
    assert max(ROLES, key=lambda r: chances[r]) == role


def test_chances_are_shares() -> None:
    chances = chances_of(signs_of("bees/hive_service.py", "class HiveService: ...\n"), load_weights().second)
    assert sum(chances.values()) == pytest.approx(1.0)
    assert set(chances) == set(ROLES)


def test_a_small_error_class_does_not_decide() -> None:
    text = "class HiveError(Exception): ...\n\n\nclass HiveService:\n" + "".join(
        f"    def add_{number}(self, hive):\n        found = hive.count({number})\n        return found + 1\n\n"
        for number in range(20)
    )
    chances = chances_of(signs_of("bees/hives.py", text), load_weights().first)
    assert chances["service"] > chances["error"]


def test_every_weight_is_of_a_sign() -> None:
    weights = load_weights()
    for each in (weights.first, weights.second):
        assert set(each.signs) == set(SIGNS)
        assert set(each.bias) == set(ROLES)
        assert min(each.signs.values()) >= 0.0


def test_reasons_are_those_that_weigh_most() -> None:
    signs = signs_of("bees/repositories/hive_repository.py", STORES.format("hive") * 3)
    texts = [text for text, _ in contributions(signs, "repository", load_weights().first)]
    assert "the file is called hive_repository.py" in texts
    assert len(texts) == 3


@pytest.mark.parametrize(
    ("name", "language", "role"),
    [
        ("HiveServiceInterface", "php", "service"),
        ("user-use-case", "typescript", "service"),
        ("views", "python", "controller"),
        ("IHiveRepository", "csharp", "repository"),
    ],
)
def test_words_at_the_end_of_names(name: str, language: str, role: str) -> None:
    said = roles_of_end(name, language)
    assert max(said, key=lambda r: said[r]) == role


def test_packages_are_known_by_their_longest_name() -> None:
    assert set(roles_of_package("rest_framework.serializers")) == {"schema"}
    assert "controller" in roles_of_package("rest_framework.views")
    assert roles_of_package("waxmoor.hives") == {}


def test_deeds_are_counted_whatever_the_language() -> None:
    counts = dict(zip(KINDS, count_deeds(b"$db->query('SELECT a FROM hives'); $db->execute();"), strict=True))
    assert counts["stores"] > 3
    assert count_deeds(b"") == ()
    assert deeds_of(Facts("php", 1)) == {}

from datetime import date

from waxmoor import ledger
from waxmoor.routes import season_routes
from waxmoor.shared.season import is_in_season, season_of


def test_the_season_runs_from_april_to_september():
    assert is_in_season(date(2026, 4, 1))
    assert not is_in_season(date(2026, 10, 1))


def test_seasons_have_names():
    assert season_of(date(2026, 6, 1)) == "season 2026"
    assert season_of(date(2026, 12, 1)) == "winter 2026"


def test_the_calendar_has_routes():
    assert season_routes.calendar.name == "calendar"


def test_counts_in_words():
    assert ledger.in_words(1, "hive") == "1 hive"
    assert ledger.in_words(3, "hive") == "3 hives"

"""The season calendar of the co-operative."""

from datetime import date

from waxmoor.models.harvest import Harvest

SEASON_START = 4
SEASON_END = 9


def is_in_season(day: date) -> bool:
    return SEASON_START <= day.month <= SEASON_END


def season_of(day: date) -> str:
    return f"season {day.year}" if is_in_season(day) else f"winter {day.year}"


def season_of_harvest(harvest: Harvest) -> str:
    return season_of(harvest.day)

"""What is done in yards."""

from ...shared.season import is_in_season


class YardService:
    """Yards in season."""

    def is_open(self, day):
        return is_in_season(day)

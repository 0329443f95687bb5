"""What a day may be."""


class DayValidator:
    """Checks days."""

    def check(self, day):
        return day is not None

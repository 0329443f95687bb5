"""What the members owe."""


class Bookkeeping:
    """Dues of a year."""

    def dues(self, hives):
        return 5 * len(hives)

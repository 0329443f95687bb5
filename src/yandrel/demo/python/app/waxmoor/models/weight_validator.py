"""What a harvest may weigh."""

from waxmoor.shared.errors import InvalidError

HEAVIEST = 60_000


class WeightValidator:
    """Checks weights in grams."""

    def check(self, weight):
        if not isinstance(weight, int) or not 0 < weight <= HEAVIEST:
            raise InvalidError(f"a harvest cannot weigh {weight} g")
